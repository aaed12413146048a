import { SignIn } from "../../parts/sign-in";

/** Signing in. */
export function Door() {
  return (
    <main className="mx-auto max-w-sm px-5 pt-24">
      <h1 className="text-3xl font-bold text-cobalt">Airy Crumb</h1>
      <p className="mt-1 text-muted">Sign in to your household's kitchen.</p>
      <SignIn />
    </main>
  );
}

import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";

import { client, take } from "../../api/client";
import { Button } from "../../ui/button";
import { meQuery } from "../queries";

/** Signing in. */
export function Door() {
  const [trouble, setTrouble] = useState<string | null>(null);
  const queries = useQueryClient();
  const submit = async (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    try {
      const me = await take(
        client.POST("/api/session", {
          body: { username: String(form.get("username")), password: String(form.get("password")) },
        }),
      );
      queries.setQueryData(meQuery.queryKey, me);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const field = "mt-1 block w-full rounded-xl border-2 border-cobalt bg-enamel px-3 py-2 text-lg";
  return (
    <main className="mx-auto max-w-sm px-5 pt-24">
      <h1 className="text-3xl font-bold text-cobalt">Airy Crumb</h1>
      <p className="mt-1 text-muted">Sign in to your household's kitchen.</p>
      <form onSubmit={(e) => void submit(e)} className="mt-6 space-y-4">
        <label className="block font-semibold">
          Name
          <input name="username" required autoComplete="username" className={field} />
        </label>
        <label className="block font-semibold">
          Password
          <input name="password" type="password" required autoComplete="current-password" className={field} />
        </label>
        {trouble && (
          <p role="alert" className="rounded-xl border-2 border-crust bg-warm p-3 font-semibold">
            {trouble}
          </p>
        )}
        <Button type="submit" look="solid" className="w-full">
          Sign in
        </Button>
      </form>
    </main>
  );
}

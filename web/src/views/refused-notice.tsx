import { outbox, useOutbox } from "../stores/here";
import { Button } from "../ui/button";
import { unsentWords } from "./sign-out";

/** What was done here and the server will not have: said on every view until the cook lets it go. */
export function RefusedNotice() {
  // A bake that was changed elsewhere says so beside itself, where one can choose.
  const refused = useOutbox((state) => state.waiting.filter((p) => p.refused && p.work.kind !== "save"));
  const [first] = refused;
  if (!first) return null;
  return (
    <div
      role="alert"
      className="mt-1 flex flex-wrap items-center justify-between gap-3 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold"
    >
      <p>
        The server will not take {unsentWords(refused)}: {first.refused?.message}
      </p>
      <Button onClick={() => void outbox.giveUp(new Set(refused.map((p) => p.id)))}>Let it go</Button>
    </div>
  );
}

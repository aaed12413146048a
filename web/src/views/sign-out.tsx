import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, take } from "../api/client";
import { dropAll } from "../lib/kept";
import { outbox, useOutbox } from "../stores/here";
import { forgetAnswers } from "../stores/kept-answers";
import type { Posted, Work } from "../stores/posted";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

const NAMES: Record<Work["kind"], [one: string, many: string]> = {
  mark: ["mark of a batch", "marks of a batch"],
  finish: ["end of a batch", "ends of batches"],
  save: ["change of a bake", "changes of bakes"],
  create: ["new bake", "new bakes"],
  start: ["start of a batch", "starts of batches"],
};

/** What is not yet sent, in words: "3 marks of a batch and 1 change of a bake". */
export function unsentWords(waiting: Posted[]): string {
  const counts = Object.entries(NAMES).flatMap(([kind, [one, many]]) => {
    const count = waiting.filter((p) => p.work.kind === kind).length;
    return count > 0 ? [`${count} ${count === 1 ? one : many}`] : [];
  });
  return counts.length > 1 ? `${counts.slice(0, -1).join(", ")} and ${counts.at(-1)}` : (counts[0] ?? "nothing");
}

/** The way out. What is not yet sent is asked about first; nothing of this household stays behind unasked. */
export function SignOut({ className }: { className: string }) {
  const waiting = useOutbox((state) => state.waiting);
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const leave = async (unsent: "keep" | "throw away") => {
    try {
      await take(client.DELETE("/api/session"));
    } catch (error) {
      setAsking(true);
      return setTrouble(error instanceof Error ? error.message : String(error));
    }
    if (unsent === "throw away") await outbox.giveUp(new Set(outbox.read().waiting.map((p) => p.id)));
    outbox.close();
    dropAll();
    await forgetAnswers(queries);
    // A fresh page: nothing of this household stays in memory.
    location.assign("/");
  };
  const begin = async () => {
    await outbox.hurry();
    if (outbox.read().waiting.length === 0) return leave("keep");
    setAsking(true);
  };
  return (
    <>
      <button type="button" className={className} onClick={() => void begin()}>
        sign out
      </button>
      <Panel
        title="Not everything is sent yet"
        note={`The server has not taken ${unsentWords(waiting)}. It is kept in this browser.`}
        open={asking}
        onClose={() => setAsking(false)}
      >
        {trouble && (
          <p role="alert" className="mt-2 font-semibold text-crust">
            {trouble}
          </p>
        )}
        <div className="mt-3 flex flex-col gap-2">
          <Button look="solid" onClick={() => setAsking(false)}>
            Stay signed in until it is sent
          </Button>
          <Button onClick={() => void leave("keep")}>Sign out; keep it here for when I am back</Button>
          <Button look="crust" onClick={() => void leave("throw away")}>
            Sign out and throw it away
          </Button>
        </div>
      </Panel>
    </>
  );
}

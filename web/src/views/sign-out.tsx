import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, take } from "../api/client";
import { dropAll } from "../lib/kept";
import { outbox, useOutbox } from "../stores/here";
import { forgetAnswers } from "../stores/kept-answers";
import { unsentWords } from "../stores/unsent";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

/** The way out. What is not yet sent is asked about first; nothing of this household stays behind unasked. */
export function SignOut({ className }: { className: string }) {
  const waiting = useOutbox((state) => state.waiting);
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [sure, setSure] = useState(false);
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
          {sure ? (
            <Button look="crust" onClick={() => void leave("throw away")}>
              Yes: sign out and throw away {unsentWords(waiting)}
            </Button>
          ) : (
            <Button look="crust" onClick={() => setSure(true)}>
              Sign out and throw it away…
            </Button>
          )}
        </div>
      </Panel>
    </>
  );
}

import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent, type ReactNode } from "react";

import { client, take, type Me } from "../api/client";
import type { Line } from "../api/server-error";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

const FIELD = "mt-1 block w-full rounded-xl border-2 border-cobalt bg-enamel px-3 py-2 text-lg";

/** Name and password. onSignedIn: once the server knows who it is. */
export function SignIn({ onSignedIn }: { onSignedIn?: () => void }) {
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
      queries.setQueryData(["me"], me);
      onSignedIn?.();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <form onSubmit={(e) => void submit(e)} className="mt-6 space-y-4">
      <label className="block font-semibold">
        Name
        <input name="username" required autoComplete="username" className={FIELD} />
      </label>
      <label className="block font-semibold">
        Password
        <input name="password" type="password" required autoComplete="current-password" className={FIELD} />
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
  );
}

/** The way back in for somebody signed out in the middle of something: nothing on the page behind it is touched. */
function SignInHere({ onSignedIn }: { onSignedIn: () => void }) {
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  const openDemo = async () => {
    queries.setQueryData(["me"], await take(client.POST("/api/session/demo")));
    onSignedIn();
  };
  // The demo kitchen has no password: its door is opened as it was at first.
  if (queries.getQueryData<Me>(["me"])?.demo_open)
    return (
      <Button look="crust" className="min-h-12" onClick={() => void openDemo().catch(() => undefined)}>
        Open the demo kitchen again
      </Button>
    );
  return (
    <>
      <Button look="crust" className="min-h-12" onClick={() => setOpen(true)}>
        Sign in here
      </Button>
      <Panel title="Sign in again" open={open} onClose={() => setOpen(false)} note="What you did is kept meanwhile.">
        <SignIn
          onSignedIn={() => {
            setOpen(false);
            onSignedIn();
          }}
        />
      </Panel>
    </>
  );
}

const CLOSED: Record<Exclude<Line, "open">, string> = {
  away: "Server out of reach",
  "signed out": "You are signed out",
  fault: "The server could not answer",
};

interface LineProps {
  line: Line;
  /** What becomes of what was done here meanwhile. */
  meanwhile: string;
  /** Whether this browser could not keep it. */
  unkept: boolean;
  onSignedIn: () => void;
  /** What can be done about what waits. */
  children?: ReactNode;
}

/** How things stand with the server, as it is, and the way on; nothing while all is well. */
export function LineNotice({ line, meanwhile, unkept, onSignedIn, children }: LineProps) {
  if (line === "open" && !unkept) return null;
  return (
    <div
      role="status"
      className="mt-1 flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold"
    >
      {line !== "open" && (
        <p>
          {CLOSED[line]}
          {unkept ? "." : `: ${meanwhile}`}
        </p>
      )}
      {unkept && (
        <p>This browser's storage is full or shut: what is not yet sent lives on this page alone. Leave it open.</p>
      )}
      {line === "signed out" && <SignInHere onSignedIn={onSignedIn} />}
      {children}
    </div>
  );
}

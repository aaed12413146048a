import { useState } from "react";

import type { Option, OptionsReply } from "../api/client";
import { clock, clockNow } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { Button } from "../ui/button";

export interface Question {
  ready_at?: string;
  away_min?: number;
  late_min?: number;
}

interface Props {
  ask: (question: Question) => Promise<OptionsReply>;
  /** Take one: its edits before the batch is begun, or the spot to move to while it runs. */
  onTake: (option: Option) => void;
  large?: boolean;
}

/** The next such hour of the day, as a moment. */
function nextHour(text: string): string | null {
  const found = /^\s*(\d{1,2}):(\d{2})\s*$/.exec(text);
  if (!found || Number(found[1]) > 23 || Number(found[2]) > 59) return null;
  const at = new Date(clockNow());
  at.setHours(Number(found[1]), Number(found[2]), 0, 0);
  if (at.getTime() < clockNow()) at.setDate(at.getDate() + 1);
  return at.toISOString();
}

const FIELD = "w-20 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right font-semibold";

/** Late or early: what can be done about a rise, each way with the hour it leads to. */
export function LateOrEarly({ ask, onTake, large }: Props) {
  const [hour, setHour] = useState("");
  const [away, setAway] = useState("120");
  const [late, setLate] = useState("40");
  const [found, setFound] = useState<OptionsReply | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const put = async (question: Question | string) => {
    if (typeof question === "string") return setTrouble(question);
    setBusy(true);
    setTrouble(null);
    try {
      setFound(await ask(question));
    } catch (error) {
      setFound(null);
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const minutes = (text: string, key: "away_min" | "late_min"): Question | string => {
    const value = Number(text.replace(",", "."));
    return text.trim() && Number.isFinite(value) && value >= 0 && value <= 1440
      ? { [key]: value }
      : "Write minutes as a number up to 1440, such as 40.";
  };
  const byHour = () => {
    const at = nextHour(hour);
    void put(at ? { ready_at: at } : "Write an hour such as 18:00.");
  };
  const row = "flex flex-wrap items-center gap-2 py-1";
  return (
    <section aria-label="Late or early" className={large ? "text-xl" : ""}>
      <form
        className={row}
        onSubmit={(e) => {
          e.preventDefault();
          byHour();
        }}
      >
        Have it ready at{" "}
        <input
          aria-label="Ready at"
          value={hour}
          placeholder="18:00"
          onChange={(e) => setHour(e.target.value)}
          className={FIELD}
          autoComplete="off"
        />
        <Button type="submit" disabled={busy}>
          How?
        </Button>
      </form>
      <form
        className={row}
        onSubmit={(e) => {
          e.preventDefault();
          void put(minutes(away, "away_min"));
        }}
      >
        I must be away for{" "}
        <input
          aria-label="Minutes away"
          inputMode="numeric"
          value={away}
          onChange={(e) => setAway(e.target.value)}
          className={FIELD}
          autoComplete="off"
        />{" "}
        min
        <Button type="submit" disabled={busy}>
          What now?
        </Button>
      </form>
      <form
        className={row}
        onSubmit={(e) => {
          e.preventDefault();
          void put(minutes(late, "late_min"));
        }}
      >
        I will be late by{" "}
        <input
          aria-label="Minutes late"
          inputMode="numeric"
          value={late}
          onChange={(e) => setLate(e.target.value)}
          className={FIELD}
          autoComplete="off"
        />{" "}
        min
        <Button type="submit" disabled={busy}>
          Is it lost?
        </Button>
      </form>
      {trouble && (
        <p role="alert" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5">
          {trouble}
        </p>
      )}
      {found && <Found reply={found} onTake={onTake} />}
    </section>
  );
}

function Found({ reply, onTake }: { reply: OptionsReply; onTake: (option: Option) => void }) {
  const u = useUnits();
  const l = reply.lateness;
  if (l)
    return (
      <div className="mt-1 rounded-xl bg-inset px-3 py-2">
        <p className="font-bold">{u.text(l.verdict)}</p>
        <p>
          {Math.round(100 * l.growth.typical)} % of the growth asked for ({Math.round(100 * l.growth.low)} to{" "}
          {Math.round(100 * l.growth.high)} %). {u.text(l.looks)}
        </p>
        <ul className="list-disc pl-5">
          {l.do.map((what) => (
            <li key={u.text(what)}>{u.text(what)}</li>
          ))}
        </ul>
      </div>
    );
  if (reply.options.length === 0) return <p className="mt-1">Nothing sensible reaches that.</p>;
  return (
    <ul className="mt-1 divide-y-2 divide-inset">
      {reply.options.map((o) => (
        <li key={u.text(o.label)} className="flex items-center justify-between gap-3 py-1.5">
          <span>
            <strong>{u.text(o.label)}</strong>
            <span className="block text-muted">{u.text(o.why)}</span>
            <span className={o.reaches ? "font-semibold text-cobalt" : ""}>
              {o.ready
                ? `ready about ${clock(o.ready)} (${clock(o.ready_low ?? o.ready)} to ${clock(o.ready_high ?? o.ready)})${o.reaches ? "" : ": not quite"}`
                : "not in sight"}
            </span>
          </span>
          {(o.answer ?? o.move) && (
            <Button look={o.reaches ? "crust" : "rim"} onClick={() => onTake(o)}>
              {o.answer ? "Do that" : "I moved it"}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

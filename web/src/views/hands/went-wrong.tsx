import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import type { EventMark, MishapAnswer, Press } from "../../api/client";
import { useSettings, useUnits } from "../../lib/settings";
import { clock } from "../../lib/clock";
import { NOT_YET_BEGUN, type RunState, type RunStore } from "../../stores/run";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";
import { Listed } from "../../parts/get-out";
import { batchGetOutQuery, mishapsQuery } from "../queries";
import type { Stage } from "../marks/steps";

/** Chosen in place of a mishap: something is not there. */
const MISSING = "missing";
/** A quiet moment of the hands, ms: all of them cost the server half a second. */
const QUIET = 6_000;

/** Keep what to do when something goes wrong, as of the last mark the server knows of: for when nobody answers. */
export function useKeptMishaps(state: RunState) {
  const queries = useQueryClient();
  const { id, marks } = state.batch;
  const quiet = id !== NOT_YET_BEGUN && state.line === "open" && state.waiting.length === 0;
  useEffect(() => {
    if (!quiet) return;
    const ask = async () => {
      await queries.fetchQuery({ ...mishapsQuery(id), staleTime: 0 });
      await queries.fetchQuery(batchGetOutQuery(id));
    };
    const timer = setTimeout(() => void ask().catch(() => undefined), QUIET);
    return () => clearTimeout(timer);
  }, [queries, id, marks, quiet]);
}

interface Props {
  state: RunState;
  store: RunStore;
  stage: Stage;
  open: boolean;
  onClose: () => void;
}

/** The red door: what went wrong, what to do about it now, and what can be pressed. */
export function WentWrong({ state, store, stage, open, onClose }: Props) {
  const u = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const { id, marks } = state.batch;
  // Whatever was kept is of another moment: it is asked for anew each time the door is opened.
  const asked = useQuery({ ...mishapsQuery(id), enabled: open && id !== NOT_YET_BEGUN, refetchOnMount: "always" });
  const answers = asked.data?.answers ?? [];
  const answer = answers.find((a) => a.key === chosen);
  const close = () => {
    setChosen(null);
    onClose();
  };
  const press = (made: EventMark[]) => {
    store.mark(made);
    close();
  };
  const older = asked.data && (asked.data.marks !== marks || state.waiting.length > 0) && !asked.isFetching;
  return (
    <Panel
      title={answer ? u.text(answer.label) : chosen === MISSING ? "I do not have…" : "Something went wrong"}
      note={answer ? "What to do now." : "Choose what: the answer comes first, the questions after."}
      open={open}
      onClose={close}
    >
      {older && (
        <p role="note" className="mt-2 font-semibold text-crust">
          Answered as things stood at {clock(new Date(asked.dataUpdatedAt).toISOString())}, before your last marks.
        </p>
      )}
      {chosen === MISSING ? (
        <Missing id={id} onBack={() => setChosen(null)} />
      ) : answer ? (
        <Answered answer={answer} onPress={press} onBack={() => setChosen(null)} />
      ) : (
        <>
          {answers.length === 0 && (
            <p className="mt-3">
              {asked.isFetching ? "Looking at where it stands…" : "Without the server nothing more is known here."}
            </p>
          )}
          <ul className="mt-3 grid gap-2 tab:grid-cols-2">
            <li>
              <Button className="min-h-14 w-full text-left" onClick={() => setChosen(MISSING)}>
                I do not have…
              </Button>
            </li>
            {answers.map((a) => (
              <li key={a.key}>
                <Button
                  look={a.urgent ? "crust" : "rim"}
                  className="min-h-14 w-full text-left"
                  onClick={() => setChosen(a.key)}
                >
                  {u.text(a.label)}
                </Button>
              </li>
            ))}
          </ul>
          {answers.length === 0 && !asked.isFetching && (
            <Button
              look="crust"
              className="mt-3 min-h-14 w-full"
              onClick={() => press([{ kind: "stopped", stage, where: "given_up", event: "", value: null }])}
            >
              Stop: put this batch away
            </Button>
          )}
        </>
      )}
    </Panel>
  );
}

/** What the batch is made with, and what does for what is missing. Its words stay as they are: it is under way. */
function Missing({ id, onBack }: { id: number; onBack: () => void }) {
  const found = useQuery(batchGetOutQuery(id));
  return (
    <>
      {found.data ? (
        <Listed found={found.data} onTake={null} />
      ) : (
        <p className="mt-3">{found.isFetching ? "Looking…" : "Without the server nothing is known of it here."}</p>
      )}
      <Button look="bare" className="mt-1 min-h-12" onClick={onBack}>
        Something else
      </Button>
    </>
  );
}

interface AnsweredProps {
  answer: MishapAnswer;
  onPress: (marks: EventMark[]) => void;
  onBack: () => void;
}

/** What to do now, what it is still good for, and the presses. */
function Answered({ answer, onPress, onBack }: AnsweredProps) {
  const u = useUnits();
  const [typing, setTyping] = useState<Press | null>(null);
  return (
    <>
      <ol className="mt-3 grid list-decimal gap-2 pl-6 text-lg leading-snug">
        {answer.do.map((step, at) => (
          <li key={at} className={at === 0 ? "font-bold" : ""}>
            {u.text(step)}
          </li>
        ))}
      </ol>
      {answer.good_for.length > 0 && <p className="mt-3 text-lg leading-snug">{u.text(answer.good_for)}</p>}
      <ul className="mt-4 grid gap-2">
        {answer.presses.map((p) => (
          <li key={u.text(p.label)}>
            {typing === p ? (
              <HowMuch press={p} onMarks={onPress} />
            ) : (
              <Button
                look={p.stops ? "crust" : "solid"}
                className="min-h-14 w-full text-lg"
                onClick={() => (p.asks ? setTyping(p) : onPress(p.marks))}
              >
                {u.text(p.label)}
                {p.asks && "…"}
              </Button>
            )}
            {p.then.length > 0 && <p className="mt-0.5 px-1 leading-snug text-muted">{u.text(p.then)}</p>}
          </li>
        ))}
      </ul>
      <p className="mt-3 text-muted">What you press is noted with its hour, and one undo takes it back.</p>
      <Button look="bare" className="mt-1 min-h-12" onClick={onBack}>
        Something else
      </Button>
    </>
  );
}

const EXAMPLE = { count: "3", mass: "740", duration: "10" };
const LARGEST = { count: 200, mass: 100_000, duration: 240 };
const G_PER_OZ = 28.349523125;

/** The number a press asks for, in the cook's own units. */
function HowMuch({ press, onMarks }: { press: Press; onMarks: (marks: EventMark[]) => void }) {
  const u = useUnits();
  const { units } = useSettings();
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState(false);
  const asks = press.asks || "count";
  const ounces = asks === "mass" && units === "us";
  const submit = () => {
    const value = Number(typed.replace(",", "."));
    if (!typed.trim() || !(value > 0 && value <= LARGEST[asks])) return setWrong(true);
    const told = ounces ? value * G_PER_OZ : asks === "count" ? Math.round(value) : value;
    const last = press.marks.length - 1;
    onMarks(press.marks.map((m, at) => (at === last ? { ...m, value: press.more_than + told } : m)));
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <label className="flex items-center gap-2 text-lg font-semibold">
        {u.text(press.label)}
        <input
          autoFocus
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className="w-24 rounded-xl border-2 border-cobalt bg-enamel px-3 py-2 text-right"
        />
        {{ count: "pieces", mass: ounces ? "oz" : "g", duration: "min" }[asks]}
      </label>
      <Button type="submit" look="solid" className="min-h-14">
        Note it
      </Button>
      {wrong && (
        <p role="alert" className="w-full font-semibold text-crust">
          Type a number above nothing, such as {EXAMPLE[asks]}.
        </p>
      )}
    </form>
  );
}

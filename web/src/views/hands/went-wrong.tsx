import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import type { EventMark, MishapAnswer, Press } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { clock, clockNow } from "../../lib/clock";
import { NOT_YET_BEGUN, type RunState, type RunStore } from "../../stores/run";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";
import { Listed } from "../../parts/get-out";
import { TypeIt } from "../../parts/type-it";
import { batchGetOutQuery, mishapsQuery } from "../queries";
import type { Stage } from "../marks/steps";

/** Chosen in place of a mishap: something is not there. */
const MISSING = "missing";
/** What was answered so long ago is as good as now, ms. */
const RECENT = 120_000;
/** A whole dough is the most that is weighed here, g. */
const LARGEST_G = 100_000;
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
  const asked = useQuery({ ...mishapsQuery(id), enabled: open && id !== NOT_YET_BEGUN, staleTime: 0 });
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
  const [opened, setOpened] = useState(0);
  if (open !== opened > 0) setOpened(open ? clockNow() : 0);
  const behind = asked.data?.marks !== marks || state.waiting.length > 0 || asked.dataUpdatedAt < opened - RECENT;
  const older = asked.data !== undefined && behind && !asked.isFetching;
  return (
    <Panel
      title={answer ? u.text(answer.label) : chosen === MISSING ? "I do not have…" : "Something went wrong"}
      note={answer ? "What to do now." : "Choose what, and what to do now comes first."}
      open={open}
      onClose={close}
    >
      {older && (
        <p role="note" className="mt-2 font-semibold text-crust">
          Answered as things stood at {clock(new Date(asked.dataUpdatedAt).toISOString())}: the server is out of reach.
        </p>
      )}
      {chosen === MISSING ? (
        <Missing id={id} onBack={() => setChosen(null)} />
      ) : answer ? (
        <Answered answer={answer} older={older} onPress={press} onBack={() => setChosen(null)} />
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
  /** Whether it was answered at another moment than this. */
  older: boolean;
  onPress: (marks: EventMark[]) => void;
  onBack: () => void;
}

/** What to do now, what it is still good for, and the presses. */
function Answered({ answer, older, onPress, onBack }: AnsweredProps) {
  const u = useUnits();
  const [typing, setTyping] = useState<Press | null>(null);
  // Minutes counted from an older plan could be fewer than it has by now: then the probe alone decides.
  const presses = answer.presses.filter((p) => !older || p.more_than === 0);
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
        {presses.map((p) => (
          <li key={u.text(p.label)}>
            {typing === p ? (
              <TypeIt
                label={u.text(p.label)}
                kind={p.asks || "count"}
                most={p.asks === "mass" ? LARGEST_G : undefined}
                large
                onValue={(typed) => onPress(withNumber(p, typed))}
              />
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

/** The same marks, the last with the number that was typed. */
const withNumber = ({ marks, more_than }: Press, typed: number): EventMark[] =>
  marks.map((mark, at) => (at === marks.length - 1 ? { ...mark, value: more_than + typed } : mark));

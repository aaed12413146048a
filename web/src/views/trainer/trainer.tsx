import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";

import { client, take, type Marked, type Question } from "../../api/client";
import { BowlDrawing, MembraneDrawing, PokeDrawing, TearDrawing } from "../../drawings/states";
import { duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { scoresQuery } from "../queries";

type Judgement = "early" | "ready" | "past";
const seedNow = () => crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1;

const ASKED: Record<Question["picture"], { title: string; name: string }> = {
  bowl: { title: "As it went in, and as it is now. Is it ready?", name: "the bowl" },
  poke: { title: "Poked, three seconds ago. Is it ready?", name: "the poke" },
  tear: { title: "A sponge, torn open. Is it ripe?", name: "the tear" },
  membrane: { title: "A film between the fingers, as it tears. Kneaded enough?", name: "the film" },
};
const WORDS: Record<Judgement, string> = { early: "not yet", ready: "ready", past: "past it" };
const KNEAD_WORDS: Record<Judgement, string> = { early: "knead on", ready: "enough", past: "worked too long" };

function Picture({ q }: { q: Question }) {
  const u = useUnits();
  if (q.picture === "bowl")
    return (
      <div className="grid grid-cols-2 gap-6">
        <figure>
          <BowlDrawing ratio={1} title="as it went in" />
          <figcaption className="text-center text-muted">as it went in</figcaption>
        </figure>
        <figure>
          <BowlDrawing ratio={q.ratio} dome={q.dome} title="as it is now" />
          <figcaption className="text-center text-muted">now</figcaption>
        </figure>
      </div>
    );
  if (q.picture === "poke") return <PokeDrawing left={q.dent_left} title="a poked dough after three seconds" />;
  if (q.picture === "tear") return <TearDrawing cell_mm={q.cell_mm} length={u.length} title="a torn dough" />;
  return <MembraneDrawing stretch_mm={q.stretch_mm} length={u.length} title="a film of dough between two hands" />;
}

/** Learn to tell by the dough: drawings computed from the model's own states, judged and explained. */
export function Trainer() {
  const [seed, setSeed] = useState(seedNow);
  const asked = useQuery({
    queryKey: ["question", seed],
    queryFn: () => take(client.GET("/api/trainer/question", { params: { query: { seed } } })),
    staleTime: Infinity,
  });
  const scores = useQuery(scoresQuery);
  const queries = useQueryClient();
  const [marked, setMarked] = useState<(Marked & { said: Judgement }) | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const u = useUnits();
  useEffect(() => {
    document.title = "The eye · Airy Crumb";
  }, []);
  if (asked.isError) return <Notice title="No question to be had" text={asked.error.message} />;
  const q = asked.data;
  const words = q?.picture === "membrane" ? KNEAD_WORDS : WORDS;
  const answer = async (said: Judgement) => {
    setTrouble(null);
    try {
      const reply = await take(
        client.POST("/api/trainer/answers", { body: { client_id: crypto.randomUUID(), seed, answer: said } }),
      );
      setMarked({ ...reply.marked, said });
      queries.setQueryData(scoresQuery.queryKey, reply.scores);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const next = () => {
    setMarked(null);
    setSeed(seedNow());
  };
  return (
    <main className="mx-auto w-full max-w-3xl px-4 pb-10 tab:px-8">
      <p className="mt-4">
        <Link to="/notebook" className="font-semibold text-cobalt underline">
          To the notebook
        </Link>
      </p>
      <h1 className="text-3xl font-bold">Train the eye</h1>
      <p className="text-muted">Every picture is drawn from a dough this model has followed. Judge it; then see why.</p>
      {!q ? (
        <Notice title="Drawing…" />
      ) : (
        <section className="enamel mt-4 p-5" aria-label="Question">
          <h2 className="text-xl font-bold">{ASKED[q.picture].title}</h2>
          <div className="mx-auto my-4 max-w-md">
            <Picture q={q} />
          </div>
          {marked ? (
            <div role="status">
              <p className={`text-xl font-bold ${marked.right ? "text-cobalt" : "text-crust"}`}>
                {marked.right ? "Right" : `You said ${words[marked.said]}`}: {words[marked.truth]}.
              </p>
              <p>{u.text(marked.why)}</p>
              {q.picture !== "membrane" && (
                <p className="text-muted">
                  At {u.temperature(Math.round(q.air_c))}, after {duration(q.minutes)};{" "}
                  {marked.ready_in_min > 0
                    ? `ready in about ${duration(marked.ready_in_min)}`
                    : `ready about ${duration(-marked.ready_in_min)} ago`}
                  .
                </p>
              )}
              <Button look="solid" className="mt-3 min-h-14 w-full text-lg" onClick={next}>
                The next one
              </Button>
            </div>
          ) : (
            <div className="grid grid-cols-3 gap-3">
              {(["early", "ready", "past"] as const).map((j) => (
                <Button key={j} className="min-h-16 !px-1 text-lg" onClick={() => void answer(j)}>
                  {words[j][0]?.toUpperCase()}
                  {words[j].slice(1)}
                </Button>
              ))}
            </div>
          )}
          {trouble && (
            <p role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-3 py-1.5">
              {trouble}
            </p>
          )}
        </section>
      )}
      {scores.data && scores.data.length > 0 && (
        <section aria-label="Score" className="mt-4">
          <h2 className="font-bold">Of the last twenty</h2>
          <ul className="flex flex-wrap gap-x-6">
            {scores.data.map((s) => (
              <li key={s.picture}>
                {ASKED[s.picture as Question["picture"]].name}:{" "}
                <strong className="text-cobalt">
                  {s.right} of {s.of}
                </strong>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}

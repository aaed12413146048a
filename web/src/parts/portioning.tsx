import { useState } from "react";

import type { Sheet } from "../api/client";
import type { Scale } from "../api/scale";
import { Portions } from "../drawings/portions";
import { useUnits } from "../lib/settings";
import { Button, Small } from "../ui/button";
import { Plate } from "../ui/facts";
import { TypeIt } from "./type-it";
import { PlayScale, ScaleShows } from "./scale";
import type { Said } from "../lib/words";

interface Props {
  sheet: Sheet;
  scale: Scale | null;
  /** Keep a piece's weight, a new one or piece `number` again; null where no batch is under way to keep it in. */
  onPiece: ((grams: number, number: number | null) => void) | null;
  /** Pieces noted here that the server has not taken yet. */
  unsent?: number;
  large?: boolean;
}

const LEAST_PIECE = 5; // g: what is less is drift, not a piece

/** What the next lump should weigh, and what it is. */
export function nextLump(sheet: Sheet, unsent = 0): { number: number; grams: number | null; what: Said } {
  const p = sheet.portioned;
  const first = sheet.divide.groups[0];
  if (!p) return { number: 1 + unsent, grams: first?.each_g ?? null, what: first?.what ?? [] };
  return { number: p.portions.length + unsent + 1, grams: p.next_g ?? null, what: p.next_what };
}

/** The dough cut piece by piece: what the next must weigh, who is out, and the choice to share it out again. */
export function CutAndWeigh({ sheet, scale, onPiece, unsent = 0, large = false }: Props) {
  const u = useUnits();
  const [again, setAgain] = useState<number | null>(null);
  const p = sheet.portioned;
  const next = nextLump(sheet, unsent);
  const done = p !== null && p !== undefined && p.rest_pieces === 0;
  const planned = sheet.divide.groups.reduce((sum, g) => sum + g.pieces, 0);
  const keep = (grams: number) => {
    onPiece?.(grams, again);
    setAgain(null);
  };
  const named = again
    ? `Piece ${again} again`
    : `Piece ${next.number}${next.what.length > 0 ? `, a ${u.text(next.what)},` : ""} weighs`;
  const taken = scale?.grams ?? null;
  return (
    <section aria-label="Cut and weigh" className={`flex max-w-2xl flex-col gap-3 ${large ? "text-lg" : ""}`}>
      {(done || !large) && (
        <h3 className="text-lg font-bold">
          {done
            ? `All ${p.portions.length} are cut, ${(100 * p.spread).toFixed(1)} % apart`
            : `Next, piece ${next.number} of ${planned}${next.what.length > 0 ? `, a ${u.text(next.what)}` : ""}: ${u.mass(next.grams ?? 0)}`}
        </h3>
      )}
      {scale && <ScaleShows scale={scale} large={large} />}
      {onPiece && (
        <div className="flex flex-wrap items-center gap-3">
          {taken !== null && taken >= LEAST_PIECE && (
            <Button
              look="solid"
              className={large ? "min-h-16 text-xl" : ""}
              disabled={!scale?.settled}
              onClick={() => keep(taken)}
            >
              Take {u.mass(taken)}
            </Button>
          )}
          <TypeIt key={again ?? 0} label={named} onValue={keep} large={large} />
          {again && <Small onClick={() => setAgain(null)}>leave it as it was</Small>}
        </div>
      )}
      {!onPiece && <p className="text-base text-muted">Start the bake, and each piece is kept as it is weighed.</p>}
      {p && p.portions.length > 0 && (
        <>
          <Plate
            caption={`so far ${u.mass(p.mean_g)} on average, ${(100 * p.spread).toFixed(1)} % apart; ${done ? `${u.mass(Math.max(0, p.rest_g))} of dough left` : `${u.mass(Math.max(0, p.rest_g))} left for ${p.rest_pieces}`}`}
          >
            <Portions
              portions={p.portions}
              planned={planned}
              figure={u.massNumber}
              title={`${p.portions.length} pieces weighed; out by more than 5 %: ${p.far.join(", ") || "none"}`}
            />
          </Plate>
          {p.words.map((words) => (
            <p key={u.text(words)}>{u.text(words)}</p>
          ))}
          {onPiece && p.far.length > 0 && (
            <p className="flex flex-wrap gap-x-4">
              {p.far.map((n) => (
                <Small
                  key={n}
                  onClick={() => setAgain(n)}
                  className={`font-semibold text-cobalt underline ${large ? "min-h-11" : "min-h-7"}`}
                >
                  weigh piece {n} again
                </Small>
              ))}
            </p>
          )}
        </>
      )}
      {scale?.standIn && <PlayScale scale={scale} suggest={next.grams ?? 60} large={large} />}
    </section>
  );
}

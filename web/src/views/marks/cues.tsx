import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { PokeDrawing, TearDrawing } from "../../drawings/states";
import { useSettings, useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";
import { notShown, spotsQuery } from "../queries";
import type { Stage } from "./steps";
import { opening } from "../../lib/words";

const POKES = [
  { value: 0, left: 0.08, words: "Back at once" },
  { value: 1, left: 0.5, words: "Back slowly" },
  { value: 2, left: 0.95, words: "It stays" },
];
const TEARS = [
  { value: 0, cell: 0.9, words: "Dense still" },
  { value: 1, cell: 3, words: "Honeycomb" },
];

/** What a finger or a tear tells. */
export function Cues({
  stage,
  open,
  onClose,
  onMark,
}: {
  stage: Stage;
  open: boolean;
  onClose: () => void;
  onMark: (kind: "poke" | "tear", value: number) => void;
}) {
  const u = useUnits();
  const tears = stage === "sponge";
  return (
    <Panel
      title={tears ? "Torn open, it shows…" : "Poked with a floured finger…"}
      note={tears ? "Pull a corner apart and look inside." : "A knuckle deep; wait three seconds."}
      open={open}
      onClose={onClose}
    >
      <div className="mt-3 grid grid-cols-1 gap-3">
        {(tears ? TEARS : POKES).map((c) => (
          <button
            key={c.value}
            type="button"
            onClick={() => onMark(tears ? "tear" : "poke", c.value)}
            className="flex min-h-20 items-center gap-5 rounded-2xl border-2 border-cobalt bg-enamel px-4 text-2xl font-bold text-ink"
          >
            <span className="w-28 shrink-0">
              {"left" in c ? (
                <PokeDrawing left={c.left} title="" />
              ) : (
                <TearDrawing cell_mm={c.cell} length={u.length} title="" />
              )}
            </span>
            {c.words}
          </button>
        ))}
      </div>
    </Panel>
  );
}

/** Where the dough has been moved to, or how warm the room really is. */
export function MovedTo({
  open,
  onClose,
  onMove,
  onRoom,
}: {
  open: boolean;
  onClose: () => void;
  onMove: (where: string, celsius: number | null) => void;
  onRoom: (celsius: number) => void;
}) {
  // Fetched while the server is there, for when it is not.
  const spots = useQuery(spotsQuery);
  const wrong = notShown(spots);
  const u = useUnits();
  const { units } = useSettings();
  const [typed, setTyped] = useState("");
  const number = Number(typed.replace(",", "."));
  const celsius = typed.trim() && Number.isFinite(number) ? (units === "us" ? (number - 32) / 1.8 : number) : null;
  return (
    <Panel title="Moved to…" note="From now on the forecast counts on that spot." open={open} onClose={onClose}>
      <div className="mt-3 grid grid-cols-1 gap-2">
        {(spots.data ?? [])
          .filter((s) => s.key !== "spot")
          .map((s) => (
            <Button
              key={s.key}
              className="min-h-14 !justify-start text-left text-xl"
              onClick={() => onMove(s.key, null)}
            >
              {opening(u.text(s.label))}
              {s.air_c !== null && `, ${u.temperature(s.air_c)}`}
            </Button>
          ))}
      </div>
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-crust">
          The spots cannot be fetched now: {wrong}
        </p>
      )}
      <label className="mt-4 flex items-baseline gap-3 text-xl">
        Thermometer there:{" "}
        <input
          aria-label="Thermometer there"
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className="w-24 rounded-xl border-2 border-cobalt bg-enamel px-3 py-1.5 text-right font-bold"
        />{" "}
        °{units === "us" ? "F" : "C"}
      </label>
      <div className="mt-2 flex gap-2">
        <Button
          className="min-h-14 flex-1"
          disabled={celsius === null}
          onClick={() => celsius !== null && onMove("spot", Math.round(10 * celsius) / 10)}
        >
          A warm spot of that
        </Button>
        <Button
          className="min-h-14 flex-1"
          disabled={celsius === null}
          onClick={() => celsius !== null && onRoom(Math.round(10 * celsius) / 10)}
        >
          The room is at that
        </Button>
      </div>
    </Panel>
  );
}

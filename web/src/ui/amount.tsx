import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";

interface Props {
  label: string;
  /** As shown, unit included, unless `unit` shows it beside the field. */
  shown: string;
  unit?: string;
  step: number;
  largeStep: number;
  invalid?: boolean;
  follows?: boolean;
  className?: string;
  /** A value being dragged: worked out, but not yet kept. */
  onPreview?: (typed: string) => void;
  onCommit: (typed: string) => void;
}

const PIXELS_A_STEP = 7;

const stepped = (shown: string, by: number): string | null => {
  const match = /-?\d+(?:[.,]\d+)?/.exec(shown);
  if (!match) return null;
  const digits = Math.max((match[0].split(/[.,]/)[1] ?? "").length, by % 1 ? 1 : 0);
  return (Number(match[0].replace(",", ".")) + by).toFixed(digits);
};

/** A number in place: type it, nudge it with the arrow keys, or drag it sideways. */
export function Amount(props: Props) {
  const { label, shown, unit, step, largeStep, invalid, follows, onCommit, onPreview } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const drag = useRef<{ x: number; from: string; moved: boolean } | null>(null);

  const commit = () => {
    if (typed !== null && typed.trim() !== shown.trim()) onCommit(typed);
    setTyped(null);
  };
  const nudge = (by: number) => {
    const next = stepped(typed ?? shown, by);
    if (next === null) return;
    setTyped(null);
    onCommit(next);
  };
  const onKeyDown = (e: KeyboardEvent<HTMLInputElement>) => {
    const size = e.shiftKey ? largeStep : step;
    if (e.key === "ArrowUp" || e.key === "ArrowDown") {
      e.preventDefault();
      nudge(e.key === "ArrowUp" ? size : -size);
    } else if (e.key === "Enter") {
      commit();
      e.currentTarget.select();
    } else if (e.key === "Escape") {
      setTyped(null);
      e.currentTarget.blur();
    }
  };
  const dragged = (e: PointerEvent) => {
    const start = drag.current;
    if (!start) return null;
    const steps = Math.round((e.clientX - start.x) / PIXELS_A_STEP);
    return stepped(start.from, steps * step);
  };
  const onPointerDown = (e: PointerEvent<HTMLInputElement>) => {
    if (document.activeElement !== e.currentTarget) drag.current = { x: e.clientX, from: shown, moved: false };
  };
  const onPointerMove = (e: PointerEvent<HTMLInputElement>) => {
    const start = drag.current;
    if (!start || !e.buttons) return;
    if (!start.moved && Math.abs(e.clientX - start.x) < 5) return;
    if (!start.moved) e.currentTarget.setPointerCapture(e.pointerId);
    start.moved = true;
    const next = dragged(e);
    if (next !== null) onPreview?.(next);
  };
  const onPointerUp = (e: PointerEvent<HTMLInputElement>) => {
    const next = drag.current?.moved ? dragged(e) : null;
    drag.current = null;
    if (next === null) return;
    onCommit(next);
    e.currentTarget.blur();
  };

  return (
    <span className={`inline-flex items-baseline ${follows ? "chip-follows" : "chip"} ${invalid ? "!text-crust outline-2 outline-crust" : ""} ${props.className ?? ""}`}>
      <input
        aria-label={label}
        aria-invalid={invalid || undefined}
        inputMode="decimal"
        autoComplete="off"
        spellCheck={false}
        className="fit min-w-[1.2ch] max-w-[9ch] cursor-ew-resize touch-pan-y rounded bg-transparent text-right outline-offset-4 focus:cursor-text"
        size={Math.max(1, (typed ?? shown).length)}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={onKeyDown}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={() => (drag.current = null)}
      />
      {unit && <span className="pl-[0.28em]">{unit}</span>}
    </span>
  );
}

import { useRef, useState, type KeyboardEvent } from "react";

import { useSideways } from "./sideways";

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
  const input = useRef<HTMLInputElement>(null);
  const dropped = useRef(false);
  const draggedFrom = useRef(shown);

  const commit = () => {
    const given = dropped.current ? null : typed;
    dropped.current = false;
    if (given !== null && given.trim() !== shown.trim()) onCommit(given);
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
      // Leaving the field takes what was typed; Escape must leave without it.
      dropped.current = true;
      e.currentTarget.blur();
    }
  };
  const sideways = useSideways({
    ready: () => {
      draggedFrom.current = shown;
      return document.activeElement !== input.current;
    },
    onSteps: (steps, done) => {
      const next = stepped(draggedFrom.current, steps * step);
      if (next !== null) (done ? onCommit : onPreview)?.(next);
      if (done) input.current?.blur();
    },
  });

  return (
    <label
      className={`inline-flex min-w-6 cursor-ew-resize touch-pan-y items-baseline justify-center select-none ${follows ? "chip-follows" : "chip"} ${invalid ? "!text-crust outline-2 outline-crust" : ""} ${props.className ?? ""}`}
      {...sideways}
    >
      <input
        ref={input}
        aria-label={label}
        aria-invalid={invalid || undefined}
        inputMode="decimal"
        autoComplete="off"
        spellCheck={false}
        className="fit min-w-[1.2ch] max-w-[9ch] cursor-ew-resize rounded bg-transparent text-right outline-offset-4 select-text focus:cursor-text"
        size={Math.max(1, (typed ?? shown).length)}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={onKeyDown}
      />
      {unit && <span className="pl-[0.28em]">{unit}</span>}
    </label>
  );
}

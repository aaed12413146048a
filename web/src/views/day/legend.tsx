import { SpanShape } from "../../drawings/day-lanes";

const LEGEND: [string, string][] = [
  ["hands", "your hands"],
  ["wait", "rises, rests"],
  ["slack", "slack: it may be slower"],
  ["cold", "kept cold"],
  ["heat", "in the heat"],
  ["rest", "cools"],
];

/** What the shapes on a day's lanes stand for, and what can be done with them. */
export function Legend() {
  return (
    <p className="flex flex-wrap items-center gap-x-5 gap-y-1 text-muted">
      {LEGEND.map(([kind, word]) => (
        <span key={kind} className="flex items-center gap-2 whitespace-nowrap">
          <svg viewBox="0 0 34 28" className="h-5 w-6" aria-hidden="true">
            <SpanShape kind={kind} x={1} y={1} wide={32} />
          </svg>
          {word}
        </span>
      ))}
      <span className="whitespace-nowrap">
        <span className="mr-2 inline-block h-4 w-[3px] rounded bg-ink align-middle" aria-hidden="true" />
        wanted on the table
      </span>
      <span className="whitespace-nowrap">
        <span className="mr-2 inline-block h-4 w-6 bg-inset align-middle ring-1 ring-rim" aria-hidden="true" />
        you sleep
      </span>
      <span>Drag a bake sideways to hold it to another hour; press it for more.</span>
    </p>
  );
}

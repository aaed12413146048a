import { Choice } from "./choice";

/** More of them are a list to choose from. */
const FEW = 3;

/** One of a few things to look at, side by side, the one in sight standing out; of more, that one alone. */
export function Segments({ label, options, value, onChoose }: Props) {
  if (options.length > FEW)
    return (
      <div className="mb-2">
        <Choice
          label={label}
          value={String(value)}
          options={options.map((name, i) => ({ value: String(i), label: name }))}
          onChoose={(at) => onChoose(Number(at))}
          className="chip max-w-full truncate !text-base"
        />
      </div>
    );
  return (
    <div role="group" aria-label={label} className="mb-2 flex flex-wrap gap-2">
      {options.map((name, i) => (
        <button
          key={i}
          type="button"
          aria-pressed={i === value}
          className="min-h-9 max-w-full truncate rounded-lg border-2 border-rim px-2.5 font-semibold text-cobalt aria-pressed:border-cobalt aria-pressed:bg-cobalt aria-pressed:text-oncobalt"
          onClick={() => onChoose(i)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

interface Props {
  label: string;
  options: string[];
  /** Which of them is in sight. */
  value: number;
  onChoose: (at: number) => void;
}

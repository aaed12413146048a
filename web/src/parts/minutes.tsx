import { setAt } from "../lib/path";
import { Amount } from "../ui/amount";
import { whereOf, type Editing, type Path } from "./quantity";

/** A duration of the bake, typed with or without its unit. */
export function Minutes(p: Editing & { label: string; path: Path; text: string }) {
  const put = (typed: string, preview: boolean) =>
    p.edit(setAt(p.document, p.path, /[a-zA-Z]/.test(typed) || !typed.trim() ? typed : `${typed.trim()} min`), preview);
  const plain = /^\s*(\d+(?:[.,]\d+)?)\s*min\s*$/.exec(p.text)?.[1];
  const invalid = p.problems.some((q) => q.where === whereOf(p.path));
  return (
    <Amount
      label={p.label}
      shown={plain ?? p.text}
      {...(plain ? { unit: "min" } : {})}
      step={1}
      largeStep={5}
      invalid={invalid}
      onCommit={(t) => put(t, false)}
      onPreview={(t) => put(t, true)}
    />
  );
}

import { Popover } from "radix-ui";
import { useId, useState, type KeyboardEvent, type ReactNode } from "react";

import { nearest, searched, type Named } from "./search";

const MOST_SHOWN = 40;

/** A word that opens a long list, found in it by typing any of its names. */
export function SearchChoice({
  label,
  value,
  options,
  none,
  onChoose,
  children,
  className,
  ...held
}: {
  label: string;
  value: string;
  options: Named[];
  none: string;
  onChoose: (value: string) => void;
  children: ReactNode;
  className?: string;
  /** Whether it stands open, where that is held elsewhere, and how it is told. */
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
}) {
  const list = useId();
  const [own, setOwn] = useState(false);
  const open = held.open ?? own;
  const [typed, setTyped] = useState("");
  const [lit, setLit] = useState(0);
  const found = searched(options, typed);
  const near = found.length === 0 ? nearest(options, typed) : [];
  const shown = [...found, ...near].slice(0, MOST_SHOWN);
  const show = (next: boolean) => {
    setOwn(next);
    held.onOpenChange?.(next);
    setTyped("");
    setLit(0);
  };
  const choose = (chosen: string | undefined) => {
    if (chosen === undefined) return;
    show(false);
    onChoose(chosen);
  };
  const onKey = (e: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (step) setLit((now) => Math.min(Math.max(now + step, 0), shown.length - 1));
    else if (e.key === "Enter") choose(shown[lit]?.value);
    else return;
    e.preventDefault();
  };
  const current = options.find((option) => option.value === value);
  return (
    <Popover.Root open={open} onOpenChange={show}>
      <Popover.Trigger aria-label={`${label}: ${current?.label ?? value}`} className={className}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className="enamel hung flex w-[min(20rem,92vw)] flex-col p-2"
        >
          <input
            role="combobox"
            aria-label={`${label}, find one`}
            aria-expanded
            aria-controls={list}
            aria-activedescendant={shown[lit] ? `${list}-${lit}` : undefined}
            autoComplete="off"
            placeholder="type a name"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setLit(0);
            }}
            onKeyDown={onKey}
            className="w-full rounded-lg border-2 border-cobalt bg-enamel px-2 py-1.5"
          />
          {found.length === 0 && (
            <p role="status" className="px-3 py-2 text-muted">
              {near.length > 0 ? "No match: did you mean" : none}
            </p>
          )}
          <ul id={list} role="listbox" aria-label={label} className="mt-1 min-h-0 overflow-auto">
            {shown.map((option, i) => (
              <li
                key={option.value}
                id={`${list}-${i}`}
                ref={i === lit ? (row) => row?.scrollIntoView({ block: "nearest" }) : undefined}
                role="option"
                aria-selected={i === lit}
                onClick={() => choose(option.value)}
                className={`flex min-h-10 cursor-pointer items-center rounded-lg px-3 hover:bg-inset ${i === lit ? "bg-inset" : ""} ${option.value === value ? "font-bold text-cobalt" : ""}`}
              >
                {option.label}
              </li>
            ))}
          </ul>
          {found.length > MOST_SHOWN && (
            <p className="px-3 py-1 text-base text-muted">{found.length} of them: type on</p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

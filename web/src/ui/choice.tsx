import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export interface Option<T extends string> {
  value: T;
  label: string;
  note?: string;
}

interface Props<T extends string> {
  label: string;
  value: T;
  options: Option<T>[];
  onChoose: (value: T) => void;
  children?: ReactNode;
  className?: string;
}

/** A word that opens a short list. Arrow keys, typing ahead and Escape come with the primitive. */
export function Choice<T extends string>({ label, value, options, onChoose, children, className = "chip" }: Props<T>) {
  const chosen = options.find((o) => o.value === value);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger aria-label={`${label}: ${chosen?.label ?? value}`} className={className}>
        {children ?? chosen?.label ?? value}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={6} collisionPadding={8} className="enamel hung min-w-56 p-1.5">
          <DropdownMenu.RadioGroup value={value} onValueChange={(next) => onChoose(next as T)}>
            {options.map((o) => (
              <DropdownMenu.RadioItem
                key={o.value}
                value={o.value}
                className="flex min-h-11 cursor-pointer flex-col justify-center rounded-lg px-3 py-1 outline-none data-[highlighted]:bg-inset data-[state=checked]:font-bold data-[state=checked]:text-cobalt"
              >
                {o.label}
                {o.note && <span className="text-base font-normal text-muted">{o.note}</span>}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

import type { ButtonHTMLAttributes } from "react";

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: "solid" | "rim" | "bare" | "crust" };

const LOOKS = {
  solid: "bg-cobalt text-oncobalt border-2 border-cobalt",
  rim: "bg-enamel text-cobalt border-2 border-cobalt",
  bare: "text-cobalt underline decoration-2 underline-offset-4 decoration-rim",
  crust: "bg-crust text-oncrust border-2 border-crust",
};

export function Button({ look = "rim", className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`min-h-10 rounded-xl px-4 py-1.5 font-semibold transition-transform active:translate-y-px disabled:opacity-60 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

/** A button among small print, still large enough for a fingertip. */
export function Small(props: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className="-mx-1 min-h-7 px-1 font-semibold text-cobalt underline disabled:text-muted disabled:no-underline"
      {...props}
    />
  );
}

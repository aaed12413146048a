/** How the press looks that opens what is folded away behind a few words. */
export const FOLD =
  "min-h-7 text-left leading-snug font-semibold underline decoration-rim decoration-2 underline-offset-4 hover:decoration-cobalt";

/** The same, for a knuckle. */
export const FOLD_LARGE = `${FOLD} min-h-11 min-w-11 text-lg`;

import { useState } from "react";

import { keep, kept } from "./kept";

/** Whether something that is folded away stands open, and its turn: what a cook opened stays open. */
export function useOpened(of: string): [open: boolean, turn: () => void] {
  const [open, setOpen] = useState(() => kept(`more.${of}`, false));
  const turn = () => {
    keep(`more.${of}`, !open);
    setOpen(!open);
  };
  return [open, turn];
}

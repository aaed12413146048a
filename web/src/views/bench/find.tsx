import { useState } from "react";

import type { Sheet } from "../../api/client";
import { setOpened } from "../../lib/use-opened";
import { drawerId } from "../../ui/drawers";
import { SearchChoice } from "../../ui/search-choice";
import { FINDABLE, optionsOf } from "./find-list";
import type { TrayKey } from "./tray-list";

/** Go to any figure of the bake by a name of it: its tray is opened, its drawer pulled out. */
export function Find({ sheet, onOpen, open, onOpenChange }: Props) {
  const [last, setLast] = useState("");
  const options = optionsOf(sheet?.heat.method ?? "");
  const go = (value: string) => {
    const to = FINDABLE[Number(value)];
    if (!to) return;
    setLast(value);
    if (to.drawer) setOpened(`${to.tray}.${to.drawer}`, true);
    onOpen(to.tray);
    // Once it is there: the tray and its drawer are put on the page first.
    if (to.drawer) setTimeout(() => show(drawerId(to.tray, to.drawer ?? "")), 60);
  };
  return (
    <SearchChoice
      label="Find on this bake"
      value={last}
      options={options}
      none="Nothing on this bake answers to that: try another name of it."
      onChoose={go}
      open={open}
      onOpenChange={onOpenChange}
      className="min-h-6 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
    >
      find
    </SearchChoice>
  );
}

interface Props {
  sheet: Sheet | null;
  onOpen: (tray: TrayKey) => void;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

function show(id: string) {
  const drawer = document.getElementById(id);
  drawer?.scrollIntoView({ block: "start" });
  // Whoever types already keeps the place that is typed in.
  if (!(document.activeElement instanceof HTMLInputElement)) drawer?.focus({ preventScroll: true });
}

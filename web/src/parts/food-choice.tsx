import type { ComponentProps } from "react";

import type { PantryItem } from "../api/client";
import { useUnits } from "../lib/settings";
import { SearchChoice } from "../ui/search-choice";

type Props = Omit<ComponentProps<typeof SearchChoice>, "options" | "none"> & { pantry: PantryItem[] };

/** A food out of the whole pantry, found by typing any of its names. */
export function FoodChoice({ pantry, ...choice }: Props) {
  const u = useUnits();
  const options = pantry.map((item) => ({ value: item.key, label: u.text(item.name), others: item.aliases }));
  return (
    <SearchChoice {...choice} options={options} none="No food of this name: add one of your own, like one there is." />
  );
}

import { createContext } from "react";

/** Figures of a sheet that can say where they are from. */
export type FigureKey =
  "rise" | "proof" | "heat" | "middle" | "water" | "across" | "warm" | "flour" | "crumb" | "golden" | "end" | "thick";

/** Asks where a figure is from; null where nobody can be asked. */
export const Asking = createContext<((figure: FigureKey) => void) | null>(null);

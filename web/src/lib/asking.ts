import { createContext } from "react";

import type { paths } from "../api/schema";

/** Figures of a sheet that can say where they are from. */
export type FigureKey = paths["/api/where-from"]["post"]["requestBody"]["content"]["application/json"]["figure"];

/** Asks where a figure is from; null where nobody can be asked. */
export const Asking = createContext<((figure: FigureKey) => void) | null>(null);

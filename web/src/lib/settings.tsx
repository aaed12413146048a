import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

import { keep, kept } from "./kept";
import * as q from "./quantity";
import { quantityText, sentence, type Quantity, type Said } from "./words";

type Theme = "light" | "dark";
interface Settings {
  units: q.Units;
  theme: Theme;
  setUnits: (units: q.Units) => void;
  setTheme: (theme: Theme) => void;
}

const Context = createContext<Settings | null>(null);

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [units, changeUnits] = useState<q.Units>(() => kept<q.Units>("units", "metric"));
  const [theme, changeTheme] = useState<Theme>(() =>
    document.documentElement.dataset.theme === "dark" ? "dark" : "light",
  );
  const setUnits = useCallback((next: q.Units) => {
    keep("units", next);
    changeUnits(next);
  }, []);
  const setTheme = useCallback((next: Theme) => {
    // Read before the first paint by public/theme.js, which wants the bare word.
    try {
      localStorage.setItem("airycrumb.theme", next);
    } catch {
      // Refused: the theme holds until the page is closed.
    }
    document.documentElement.dataset.theme = next;
    changeTheme(next);
  }, []);
  const value = useMemo(() => ({ units, theme, setUnits, setTheme }), [units, theme, setUnits, setTheme]);
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useSettings(): Settings {
  const settings = useContext(Context);
  if (!settings) throw new Error("useSettings outside SettingsProvider");
  return settings;
}

/** Formatters in the cook's units. */
export function useUnits() {
  const { units } = useSettings();
  return useMemo(
    () => ({
      units,
      mass: (g: number) => q.mass(g, units),
      temperature: (c: number) => q.temperature(c, units),
      length: (mm: number) => q.length(mm, units),
      volume: (ml: number) => q.volume(ml, units),
      /** A difference between two temperatures, °C. */
      degrees: (c: number, digits?: number) =>
        quantityText({ kind: "temperature_difference", value: c, ...(digits !== undefined && { digits }) }, units),
      /** The bare number of a mass, where its unit stands elsewhere. */
      massNumber: (g: number) => q.shownNumber(g, "mass", units),
      text: (said: Said) => sentence(said, units),
      /** A quantity as a document has it ("28 C"), in the cook's units; as it stands where it is none. */
      written: (text: string, kind: q.Kind) => {
        const value = q.read(text, kind);
        return value === null ? text : kind === "mass" ? q.mass(value, units) : q.temperature(value, units);
      },
      quantity: (quantity: Quantity) => quantityText(quantity, units),
    }),
    [units],
  );
}

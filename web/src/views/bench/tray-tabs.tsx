import { memo } from "react";
import { ErrorBoundary } from "react-error-boundary";

import type { Sheet } from "../../api/client";
import { clock, duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { useCuts } from "../../trays/divide";
import { fillingWork } from "../../trays/filling";
import { useSize, wrapMinutes } from "../../trays/wrap";
import { TrayList, TrayTab } from "../../ui/panel";
import { TRAYS, type TrayKey } from "./tray-list";

/** In a few words, what each tray holds; said one by one, so that a fault in one leaves the others. */
function useWords(sheet: Sheet): Record<TrayKey, () => string> {
  const u = useUnits();
  const cuts = useCuts();
  const size = useSize();
  const ready = (t: Sheet["rise"]) =>
    t.clock.length > 0
      ? t.clock.every((m) => m === 0)
        ? "none"
        : `by the clock, ${clock(t.ready)}`
      : t.forecast.ready
        ? `${clock(t.ready_low)} to ${clock(t.ready_high)}`
        : "not in sight";
  return {
    weigh: () => `${u.mass(sheet.weigh.flour_g)} flour, ${u.text(sheet.weigh.feels)}`,
    rise: () => (sheet.rise.rests ? "rests" : ready(sheet.rise)),
    filling: () => {
      const work = fillingWork(sheet);
      return work ? `${duration(work.hands)} of hands` : "nothing inside";
    },
    divide: () => cuts(sheet.divide),
    wrap: () => `${sheet.groups[0] ? size(sheet.groups[0].wrap) : ""}, ${duration(wrapMinutes(sheet))}`,
    proof: () => (sheet.proof.rests ? "none" : ready(sheet.proof)),
    heat: () =>
      sheet.heat.loads > 1
        ? `${duration(sheet.heat.minutes_planned)} × ${sheet.heat.loads}`
        : `${duration(sheet.heat.minutes_planned)} + ${sheet.heat.rest_min} rest`,
  };
}

const Word = ({ sheet, tray }: { sheet: Sheet; tray: TrayKey }) => useWords(sheet)[tray]();

const TAB =
  "group flex min-w-0 flex-1 flex-col items-center justify-center text-center leading-tight " +
  "data-[state=active]:bg-cobalt data-[state=active]:text-oncobalt max-tab:rounded-lg max-tab:py-1.5 " +
  "tab:enamel tab:items-stretch tab:justify-start tab:!rounded-2xl tab:px-3 tab:py-1 tab:text-left tab:text-ink " +
  "tab:data-[state=active]:-mb-[26px] tab:data-[state=active]:pb-[26px]";

/** The trays of a bake, each with its hour and what is in it; on a phone in reach of the thumb. */
export const TrayTabs = memo(({ sheet }: { sheet: Sheet }) => {
  const doubts = (key: string) => sheet.doubts.filter((d) => d.tray === key && d.severity !== "note").length;
  const start = (key: string) =>
    clock(
      (key === "filling" ? fillingWork(sheet)?.begins : sheet.day.steps.find((s) => s.key === key)?.start) ??
        sheet.day.start,
    );
  return (
    <TrayList
      aria-label="Trays"
      className="z-20 flex gap-1 max-tab:fixed max-tab:inset-x-0 max-tab:bottom-0 max-tab:border-t-2 max-tab:border-cobalt max-tab:bg-enamel max-tab:p-1 tab:relative tab:z-10 tab:mb-2 tab:gap-2 wide:gap-3"
    >
      {TRAYS.map((t) => (
        <TrayTab key={t.key} value={t.key} className={TAB}>
          <span className="flex items-baseline justify-between gap-1 max-wide:flex-col max-wide:gap-0 max-tab:items-center">
            <span className="font-bold tab:text-lg">
              {t.name}
              {doubts(t.key) > 0 && <Count of={doubts(t.key)} />}
            </span>
            <span className="font-semibold">{start(t.key)}</span>
          </span>
          <span className="block leading-tight text-muted group-data-[state=active]:text-oncobalt max-tab:hidden wide:truncate">
            <ErrorBoundary fallback={null} resetKeys={[sheet]}>
              <Word sheet={sheet} tray={t.key} />
            </ErrorBoundary>
          </span>
        </TrayTab>
      ))}
    </TrayList>
  );
});

/** How many questions wait on a tray: a figure where there is room, a spot beside the name where there is not. */
function Count({ of }: { of: number }) {
  return (
    <span
      className="ml-1.5 rounded-full bg-crust px-1.5 font-bold text-oncrust max-tab:ml-0.5 max-tab:inline-block max-tab:h-2.5 max-tab:w-2.5 max-tab:overflow-hidden max-tab:p-0 max-tab:align-super max-tab:text-transparent"
      aria-label={`${of} to answer`}
    >
      {of}
    </span>
  );
}

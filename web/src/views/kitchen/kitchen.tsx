import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";

import type { Kitchen } from "../../api/client";
import { read } from "../../lib/quantity";
import { useUnits } from "../../lib/settings";
import { changeKitchen } from "../../stores/kitchen";
import { Button } from "../../ui/button";
import { Drawers, type Drawer } from "../../ui/drawers";
import { Fact, Facts, Headline, Notice, Trouble } from "../../ui/facts";
import { ViewSkeleton } from "../../ui/skeleton";
import { kitchensQuery, notShown, spotsQuery } from "../queries";
import { Board } from "./board";
import { useWarmth, WarmthByHour, WarmthDrawn } from "./day";
import { Devices } from "./devices";
import { HeatOfKitchen, ovenSays, regionName } from "./heat";
import { Spots } from "./spots";

type Keep = (next: Partial<Kitchen["document"]>) => void;

/** Keeps a change of the kitchen, and says what stands in its way. */
function useKitchenChange(kitchen: Kitchen | undefined) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async (next: Partial<Kitchen["document"]>) => {
    if (!kitchen) return;
    setTrouble(null);
    try {
      await changeKitchen(kitchen, next);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    await queries.invalidateQueries({ queryKey: kitchensQuery.queryKey });
    await queries.invalidateQueries({ queryKey: spotsQuery.queryKey });
  };
  return { trouble, keep };
}

/** This kitchen: its warmth by hour in sight, its heat, spots and instruments one press away. */
export function KitchenView() {
  const kitchens = useQuery(kitchensQuery);
  const kitchen = kitchens.data?.[0];
  const { trouble, keep } = useKitchenChange(kitchen);
  useEffect(() => {
    document.title = "My kitchen · Airy Crumb";
  }, []);
  const wrong = notShown(kitchens);
  if (wrong)
    return (
      <Notice title="The kitchen cannot be fetched" text={wrong}>
        <Button onClick={() => void kitchens.refetch()}>Try again</Button>
      </Notice>
    );
  if (!kitchen) return <ViewSkeleton what="Opening the kitchen…" shape="tray" />;
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <h1 className="mt-4 text-3xl font-bold">{kitchen.document.name}</h1>
      {trouble && <Trouble text={trouble} />}
      <AtAGlance document={kitchen.document} onKeep={(next) => void keep(next)} />
    </main>
  );
}

/** What bakes are planned by here, and behind handles how to say it better. */
function AtAGlance({ document: d, onKeep }: { document: Kitchen["document"]; onKeep: Keep }) {
  const u = useUnits();
  const room = read(d.room, "temperature") ?? 20;
  const warmth = useWarmth(room, d.room_day ?? [], (room_day) => onKeep({ room_day }));
  const drawers = kitchenDrawers(d, onKeep, <WarmthByHour warmth={warmth} room={room} />);
  const half = (celsius: number) => Math.round(2 * celsius) / 2;
  const [least, most] = [half(Math.min(...warmth.hours)), half(Math.max(...warmth.hours))];
  return (
    <div className="enamel mt-4 flex flex-col gap-y-3.5 p-4 tab:p-5">
      <section className="tray tray-of-two" aria-label="Warmth through the day">
        <div className="[grid-area:do]">
          <Headline
            title="Warmth through the day"
            figure={least === most ? u.temperature(least) : u.quantity({ kind: "temperature", value: least, to: most })}
            note={
              warmth.changed
                ? "As drawn here; not kept yet."
                : warmth.steady
                  ? "Taken as steady until you draw it. Press and draw along the line."
                  : "Bakes that name no warmth of their own follow this, hour by hour."
            }
          />
          {warmth.changed && (
            <Button look="crust" className="mt-3" onClick={warmth.keep}>
              Keep this day
            </Button>
          )}
          <Facts>
            <Fact name="Cautions quote" value={regionName(d)} />
            <Fact name="Oven" value={ovenSays(d, u)} />
            <Fact name="Fridge" value={u.written(d.fridge ?? "4 C", "temperature")} />
          </Facts>
        </div>
        <div className="min-w-0 [grid-area:see]">
          <WarmthDrawn warmth={warmth} />
        </div>
      </section>
      <Drawers
        of="kitchen"
        drawers={drawers}
        label="More of this kitchen"
        note="The rest still works."
        retryWith={[d]}
      />
    </div>
  );
}

function kitchenDrawers(d: Kitchen["document"], onKeep: Keep, byHour: ReactNode): Drawer[] {
  const many = (name: string, count: number) => (count ? `${name}: ${count}` : name);
  return [
    { key: "hours", name: "Hour by hour", content: byHour },
    { key: "heat", name: "Heat and safety", content: <HeatOfKitchen document={d} onKeep={onKeep} /> },
    {
      key: "spots",
      name: many("Spots of my own", d.spots?.length ?? 0),
      content: <Spots spots={d.spots ?? []} onKeep={(spots) => onKeep({ spots })} />,
    },
    { key: "board", name: "Board", content: <Board board={d.board} onKeep={(board) => onKeep({ board })} /> },
    { key: "instruments", name: "Instruments", content: <Devices /> },
  ];
}

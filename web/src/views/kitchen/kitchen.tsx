import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { client, take, type Kitchen } from "../../api/client";
import { read } from "../../lib/quantity";
import { Notice } from "../../ui/facts";
import { kitchensQuery, notShown, spotsQuery } from "../queries";
import { Board } from "./board";
import { Day } from "./day";
import { Devices } from "./devices";
import { HeatOfKitchen } from "./heat";
import { Spots } from "./spots";

/** Keeps a change of the kitchen, and says what stands in its way. */
function useKitchenChange(kitchen: Kitchen | undefined) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async (next: Partial<Kitchen["document"]>) => {
    if (!kitchen) return;
    setTrouble(null);
    try {
      const document = { ...kitchen.document, ...next };
      await take(
        client.PUT("/api/kitchens/{kitchen_id}", {
          params: { path: { kitchen_id: kitchen.id } },
          body: { revision: kitchen.revision, document },
        }),
      );
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    await queries.invalidateQueries({ queryKey: kitchensQuery.queryKey });
    await queries.invalidateQueries({ queryKey: spotsQuery.queryKey });
  };
  return { trouble, keep };
}

/** This kitchen: its warmth by hour, its spots, its instruments. */
export function KitchenView() {
  const kitchens = useQuery(kitchensQuery);
  const kitchen = kitchens.data?.[0];
  const { trouble, keep } = useKitchenChange(kitchen);
  useEffect(() => {
    document.title = "My kitchen · Airy Crumb";
  }, []);
  const wrong = notShown(kitchens);
  if (wrong) return <Notice title="The kitchen cannot be fetched" text={wrong} />;
  if (!kitchen) return <Notice title="Opening the kitchen…" />;
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <h1 className="mt-4 text-3xl font-bold">{kitchen.document.name}</h1>
      {trouble && (
        <p role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-3 py-1.5">
          {trouble}
        </p>
      )}
      <div className="mt-4 grid items-start gap-6 wide:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="flex flex-col gap-6">
          <Day
            key={kitchen.revision}
            room={read(kitchen.document.room, "temperature") ?? 20}
            day={kitchen.document.room_day ?? []}
            onKeep={(room_day) => void keep({ room_day })}
          />
          <HeatOfKitchen
            key={`heat-${kitchen.revision}`}
            document={kitchen.document}
            onKeep={(next) => void keep(next)}
          />
        </div>
        <div className="flex flex-col gap-6">
          <Spots spots={kitchen.document.spots ?? []} onKeep={(spots) => void keep({ spots })} />
          <Board board={kitchen.document.board} onKeep={(board) => void keep({ board })} />
          <Devices />
        </div>
      </div>
    </main>
  );
}

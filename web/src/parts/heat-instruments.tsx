import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, take, type HeatTray, type Play } from "../api/client";
import { playStandIn } from "../api/scale";
import { clock } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { Small } from "../ui/button";

type Said = HeatTray["probe"];

/** What an instrument in the heat says, in large figures; lost, it says so and nothing waits for it. */
function Says({ said, name, lost, large }: { said: Said; name: string; lost: string; large: boolean }) {
  const u = useUnits();
  if (!said) return null;
  if (said.silent)
    return (
      <p role="status" className="rounded-xl border-2 border-crust bg-warm px-3 py-1.5 text-lg">
        <strong>The {name} is lost</strong>, silent since {clock(said.at)} at {u.temperature(Math.round(said.celsius))}.{" "}
        {lost}
      </p>
    );
  if (said.out && name === "probe")
    return (
      <p role="status" className="text-lg">
        The probe lies out, at {u.temperature(Math.round(said.celsius))}: push it into the middle of the thickest piece.
      </p>
    );
  return (
    <p role="status" aria-label={`The ${name} says`} className="flex items-baseline gap-3 text-lg">
      <strong className={`${large ? "text-[3rem]" : "text-3xl"} leading-none font-extrabold text-cobalt`}>
        {u.temperature(Math.round(10 * said.celsius) / 10)}
      </strong>
      <span>by the {name}</span>
    </p>
  );
}

const ACTS: Record<string, { what: Play; label: string }[]> = {
  probe: [
    { what: "put_in", label: "push it in" },
    { what: "pull_out", label: "pull it out" },
    { what: "plug_out", label: "pull its plug" },
    { what: "plug_in", label: "plug it in" },
  ],
  oven_thermometer: [
    { what: "heat", label: "heat the oven" },
    { what: "open_door", label: "open the door" },
    { what: "cool", label: "let it cool" },
    { what: "plug_out", label: "pull its plug" },
    { what: "plug_in", label: "plug it in" },
  ],
};

/** The simulated probe and oven thermometer, played by hand. */
function PlayThem({ heat }: { heat: HeatTray }) {
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: () => take(client.GET("/api/devices")),
    refetchInterval: 8_000,
  });
  const [trouble, setTrouble] = useState<string | null>(null);
  const wanted = heat.method === "oven" ? ["probe", "oven_thermometer"] : ["probe"];
  const there = (devices.data ?? []).filter((d) => d.stand_in && wanted.includes(d.kind));
  if (!there.length) return null;
  const play = async (id: number, what: Play) => {
    setTrouble(null);
    try {
      await playStandIn(id, what, what === "heat" ? heat.air_c : null);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <details className="rounded-xl border-2 border-dashed border-rim px-3 py-1.5">
      <summary className="min-h-7 cursor-pointer font-semibold text-muted">Play the simulated instruments</summary>
      {there.map((d) => (
        <p key={d.id} className="mt-1 flex flex-wrap items-center gap-x-3">
          <span className="text-muted">{d.name}:</span>
          {(ACTS[d.kind] ?? []).map(({ what, label }) => (
            <Small
              key={what}
              className="min-h-11 px-1 font-semibold text-cobalt underline"
              onClick={() => void play(d.id, what)}
            >
              {label}
            </Small>
          ))}
        </p>
      ))}
      {trouble && (
        <p role="alert" className="font-semibold text-crust">
          {trouble}
        </p>
      )}
    </details>
  );
}

/** The instruments of a heat under way. */
export function HeatInstruments({ heat, large = false }: { heat: HeatTray; large?: boolean }) {
  return (
    <div className="flex flex-col gap-2">
      <Says
        said={heat.probe}
        name="probe"
        lost="The clock goes on by what it said; type a reading if you have one."
        large={large}
      />
      <Says said={heat.oven} name="oven thermometer" lost="The oven is taken as it was." large={false} />
      <PlayThem heat={heat} />
    </div>
  );
}

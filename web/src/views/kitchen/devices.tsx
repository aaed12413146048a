import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, take, type DeviceOut } from "../../api/client";
import { clock } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import { Button } from "../../ui/button";
import { Trouble } from "../../ui/facts";
import { devicesQuery } from "../queries";

const NAMES: Record<string, string> = {
  room_thermometer: "thermometer",
  scale: "scale",
  probe: "probe",
  oven_thermometer: "oven thermometer",
};
const SILENT_MS = 20 * 60_000;

/** Instruments that send readings, and what each said last. */
export function Devices() {
  const devices = useQuery(devicesQuery);
  const queries = useQueryClient();
  const u = useUnits();
  const now = useNow(10_000);
  const [name, setName] = useState("");
  const [token, setToken] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const doing = async (what: () => Promise<unknown>) => {
    setTrouble(null);
    try {
      await what();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    await queries.invalidateQueries({ queryKey: devicesQuery.queryKey });
  };
  const add = (kind: DeviceOut["kind"]) =>
    doing(async () => {
      const added = await take(
        client.POST("/api/devices", { body: { kind: kind as "scale", name: name.trim() || (NAMES[kind] ?? kind) } }),
      );
      setToken(added.token);
      setName("");
    });
  const remove = (id: number) =>
    doing(() => take(client.DELETE("/api/devices/{device_id}", { params: { path: { device_id: id } } })));
  return (
    <>
      <p className="text-muted">
        A bake goes by the thermometer if its Rise tray says so. A scale is read on the Weigh and Divide trays; a probe
        and an oven thermometer while a batch is in the heat.
      </p>
      <ul>
        {(devices.data ?? []).map((d) => (
          <li key={d.id} className="flex items-center justify-between border-t-2 border-inset py-1">
            <span>
              {d.name}
              <span className="block text-base text-muted">
                {d.at === null
                  ? "has not spoken yet"
                  : now - Date.parse(d.at) > (d.kind === "room_thermometer" ? SILENT_MS : 15_000)
                    ? `silent since ${clock(d.at)}`
                    : `at ${clock(d.at)}`}
              </span>
            </span>
            <span className="flex items-center gap-3">
              {d.celsius !== null && (
                <strong className="text-xl text-cobalt">{u.temperature(Math.round(10 * d.celsius) / 10)}</strong>
              )}
              {d.grams !== null && <strong className="text-xl text-cobalt">{u.mass(d.grams)}</strong>}
              <button
                type="button"
                aria-label={`Remove ${d.name}`}
                className="min-h-9 min-w-9 rounded-lg text-lg font-bold text-muted hover:text-crust"
                onClick={() => void remove(d.id)}
              >
                ×
              </button>
            </span>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void add("room_thermometer");
        }}
      >
        <input
          aria-label="Name of the instrument"
          placeholder="by the window"
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.target.value)}
          className="w-44 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1"
        />
        <Button type="submit">Add a thermometer</Button>
        <Button onClick={() => void add("scale")}>Add a scale</Button>
        <Button onClick={() => void add("probe")}>Add a probe</Button>
        <Button onClick={() => void add("oven_thermometer")}>Add an oven thermometer</Button>
      </form>
      {token && (
        <p role="status" className="mt-2 rounded-xl bg-inset px-3 py-2">
          Its token, shown this once: <code className="font-bold break-all">{token}</code>
        </p>
      )}
      {trouble && <Trouble text={trouble} />}
    </>
  );
}

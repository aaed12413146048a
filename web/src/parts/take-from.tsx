import { useMutation, useQuery } from "@tanstack/react-query";

import { client, take, type Bake, type Taking } from "../api/client";
import { useUnits } from "../lib/settings";
import { SearchChoice } from "../ui/search-choice";
import type { Editing } from "./quantity";

type Part = "dough" | "filling";
export type Lender = { other: number } | { usual: string };
export interface Lending {
  /** The household's other bakes, with their newest versions. */
  bakes: { id: number; name: string; version: number }[];
  ask: (part: Part, lender: Lender) => Promise<Taking>;
}

const LINK = "min-h-9 text-left font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4";

function useUsualDoughs(wanted: boolean) {
  const u = useUnits();
  const found = useQuery({
    queryKey: ["usual-doughs"],
    queryFn: () => take(client.GET("/api/usual-doughs")),
    staleTime: Infinity,
    enabled: wanted,
  });
  return (found.data ?? []).map((d) => ({
    value: `usual:${d.key}`,
    label: `${u.text(d.label)} (usual amounts, assumed)`,
    others: [u.text(d.note)],
  }));
}

/** The dough or the filling of another bake, or a usual dough: looked at first, then taken with one press. */
export function TakeFrom({ part, lending, ...e }: Editing & { part: Part; lending: Lending }) {
  const u = useUnits();
  const usual = useUsualDoughs(part === "dough");
  const asked = useMutation({ mutationFn: (lender: Lender) => lending.ask(part, lender) });
  const from = e.document[part].taken_from;
  const newer = from && lending.bakes.find((b) => b.id === from.bake && b.name === from.name);
  const choose = (value: string) => {
    const [kind = "", key = ""] = value.split(":");
    asked.mutate(kind === "usual" ? { usual: key } : { other: Number(key) });
  };
  return (
    <section aria-label={`Take a ${part}`} className="mt-2">
      {from && (
        <p className="text-muted">
          The {part} was taken from “{from.name}”.
        </p>
      )}
      {from && newer && newer.version > from.version && (
        <button type="button" className={LINK} onClick={() => asked.mutate({ other: from.bake })}>
          “{from.name}” has changed since: look at its {part} as it is now
        </button>
      )}
      <SearchChoice
        label={`Take a ${part} from another bake`}
        value=""
        options={[
          ...usual,
          ...lending.bakes.map((b) => ({ value: `bake:${b.id}`, label: `${part} of “${b.name}”`, others: [b.name] })),
        ]}
        none="No bake of this name."
        onChoose={choose}
        className={LINK}
      >
        take the {part} of another bake{part === "dough" && ", or a usual one"}
      </SearchChoice>
      {asked.isError && (
        <p role="alert" className="text-crust">
          {asked.error.message}
        </p>
      )}
      {asked.data && (
        <div role="status" className="mt-1 rounded-xl bg-inset px-3.5 py-2.5">
          <ul className="list-disc pl-5">
            {asked.data.told.map((told) => (
              <li key={u.text(told)}>{u.text(told)}</li>
            ))}
          </ul>
          <p className="flex flex-wrap gap-x-5">
            {asked.data.ways.map((way) => (
              <button
                key={u.text(way.label)}
                type="button"
                className={LINK}
                onClick={() => {
                  e.edit(way.document as unknown as Bake);
                  asked.reset();
                }}
              >
                {u.text(way.label)}
              </button>
            ))}
            <button type="button" className={LINK} onClick={() => asked.reset()}>
              Leave it
            </button>
          </p>
        </div>
      )}
    </section>
  );
}

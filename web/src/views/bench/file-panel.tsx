import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { client, take, type Bake } from "../../api/client";
import { nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { createBake } from "../../stores/here";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";
import { bakesQuery } from "../queries";

const fileName = (name: string) =>
  `${
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "bake"
  }.json`;

function save(content: string, type: string, name: string) {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = globalThis.document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

const download = (content: unknown, name: string) =>
  save(`${JSON.stringify(content, null, 2)}\n`, "application/json", fileName(name));

const LIKE_A_BUTTON =
  "inline-flex min-h-10 cursor-pointer items-center rounded-xl border-2 border-cobalt bg-enamel px-4 font-semibold text-cobalt";

interface Props {
  id: number;
  document: Bake;
  open: boolean;
  onClose: () => void;
  onRename: (name: string) => void;
}

/** The bake as a thing of its own: its name, copies of it, and the bake file in and out. */
export function FilePanel({ id, document, open, onClose, onRename }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const queries = useQueryClient();
  const paper = useUnits().units === "us" ? "letter" : "a4";
  const navigate = useNavigate();
  const go = async (to: string) => {
    await queries.invalidateQueries({ queryKey: bakesQuery.queryKey });
    onClose();
    await navigate(to);
  };
  const attempt = async (work: () => Promise<void>) => {
    setTrouble(null);
    try {
      await work();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const create = (made: Bake) => attempt(async () => go(`/bench/${(await createBake(made)).id}`));
  const importFile = (file: File | undefined) =>
    file &&
    attempt(async () => {
      let parsed: unknown;
      try {
        parsed = JSON.parse(await file.text());
      } catch {
        throw new Error(`${file.name} is not a bake file: it is not JSON. Your bake here is unchanged.`);
      }
      await create(parsed as Bake);
    });
  const exportRecipe = () =>
    attempt(async () =>
      download(
        await take(client.POST("/api/recipe/linked", { body: { bake: document, now: nowIso() } })),
        `${document.name} recipe`,
      ),
    );
  const writeRecipe = (form: "text" | "markdown") =>
    attempt(async () => {
      const body = { bake: document, now: nowIso(), form };
      const { text } = await take(client.POST("/api/recipe/written", { body }));
      const ending = form === "text" ? ".txt" : ".md";
      save(text, form === "text" ? "text/plain" : "text/markdown", fileName(document.name).replace(/\.json$/, ending));
    });
  const putAway = () =>
    attempt(async () => {
      await take(client.DELETE("/api/bakes/{bake_id}", { params: { path: { bake_id: id } } }));
      await go("/");
    });
  return (
    <Panel title="This bake" open={open} onClose={onClose}>
      <label className="mt-3 block font-semibold">
        Name
        <input
          defaultValue={document.name}
          maxLength={120}
          className="mt-1 block w-full rounded-xl border-2 border-cobalt bg-enamel px-3 py-2"
          onBlur={(e) => e.target.value !== document.name && onRename(e.target.value)}
        />
      </label>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button onClick={() => void create({ ...document, name: `${document.name} (copy)` })}>Make a copy</Button>
        <Button onClick={() => download(document, document.name)}>Save as a file</Button>
        <Button onClick={() => void writeRecipe("text")}>Save as a recipe</Button>
        <Button onClick={() => void writeRecipe("markdown")}>as Markdown</Button>
        <Button onClick={() => void exportRecipe()}>as data</Button>
        <a className={LIKE_A_BUTTON} href={`/api/bakes/${id}/recipe?paper=${paper}`} download>
          on paper
        </a>
        <label className={`${LIKE_A_BUTTON} focus-within:outline-3 focus-within:outline-crust`}>
          Open a bake file
          <input
            type="file"
            accept=".json,application/json"
            className="sr-only"
            onChange={(e) => void importFile(e.target.files?.[0])}
          />
        </label>
        <Button onClick={() => void putAway()}>Put it away</Button>
      </div>
      <p className="mt-2 text-base text-muted">
        A bake put away leaves the list; the batches made from it stay in the Notebook. A recipe is in grams, as text,
        Markdown, schema.org&rsquo;s open form or a page to print, and reads back here; Markdown and data carry the
        whole bake, notes and all, until a word of them is changed.
      </p>
      {trouble && (
        <p role="alert" className="mt-3 rounded-xl border-2 border-crust bg-warm p-3">
          {trouble}
        </p>
      )}
      <Button look="solid" className="mt-5" onClick={onClose}>
        Back to the bench
      </Button>
    </Panel>
  );
}

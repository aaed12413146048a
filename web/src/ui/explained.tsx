import { useEffect, useState, type ReactNode } from "react";

import { Hanger } from "./panel";

/** The trade words with what they mean here: the glossary of the papers itself, fetched when one is first asked for. */
const glossary = async (): Promise<Map<string, string>> => {
  const { default: page } = await import("../../../docs/glossary.md?raw");
  const rows = page.split("\n").map((line) => line.split("|").map((cell) => cell.trim()));
  return new Map(rows.filter((cells) => cells.length === 4).map((cells) => [cells[1] ?? "", cells[2] ?? ""]));
};

/** A trade word that says what it means when pressed. term: as the glossary's first column has it. */
export function Explained({ name, term, children }: { name: string; term: string; children: ReactNode }) {
  return (
    <Hanger
      label={`What is meant by ${name}?`}
      shown={children}
      className="min-h-6 text-left underline decoration-rim decoration-dotted decoration-2 underline-offset-4 hover:decoration-cobalt"
    >
      <p className="font-bold">{term}</p>
      <Meaning term={term} />
    </Hanger>
  );
}

function Meaning({ term }: { term: string }) {
  const [meaning, setMeaning] = useState("…");
  useEffect(() => {
    const said = (found: Map<string, string>) => setMeaning(found.get(term) ?? "Not in the glossary.");
    void glossary().then(said, () => setMeaning("The glossary cannot be fetched now."));
  }, [term]);
  return <p>{meaning}</p>;
}

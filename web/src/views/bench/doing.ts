import { client, take, type Answer, type Bake, type Doubt, type Option } from "../../api/client";
import type { FigureKey } from "../../lib/asking";
import { nowIso } from "../../lib/clock";
import { setAt } from "../../lib/path";
import type { Question } from "../../parts/options";
import type { By } from "../../parts/solve";
import type { Lender } from "../../parts/take-from";
import type { DraftStore } from "../../stores/draft";

/**
 * What a cook does on the Bench: the words changed, answers taken into them, questions about them asked of the server.
 * The same functions for as long as the draft is open, so that what only holds them is not painted again.
 */
export function doingOf(store: DraftStore) {
  const asIs = () => ({ bake: store.read().document, now: nowIso() });
  const put = ({ changes }: Answer) =>
    store.edit(changes.reduce((doc, change) => setAt(doc, change.path, change.value), store.read().document));
  const keep = (code: string) => {
    const now = store.read().document;
    store.edit({ ...now, kept: [...new Set([...(now.kept ?? []), code])] });
  };
  return {
    edit: (next: Bake, preview?: boolean) => store.edit(next, preview),
    onAnswer: (doubt: Doubt, chosen: Answer) => (chosen.changes.length === 0 ? keep(doubt.code) : put(chosen)),
    onPut: put,
    onTake: (option: Option) => option.answer && put(option.answer),
    onAsk: (question: Question) => take(client.POST("/api/rise/options", { body: { ...asIs(), ...question } })),
    onSolve: (group: number, by: By, value: number) =>
      take(client.POST("/api/wrap/solve", { body: { ...asIs(), group, by, value } })),
    onHeat: (heat: number) => take(client.POST("/api/heat/answers", { body: { ...asIs(), heat } })),
    onKeeping: () => take(client.POST("/api/heat/keeping", { body: asIs() })),
    onGetOut: () => take(client.POST("/api/get-out", { body: asIs() })),
    onTakeFrom: (part: "dough" | "filling", lender: Lender) =>
      take(client.POST("/api/take", { body: { ...asIs(), part, ...lender } })),
    onWhereFrom: (figure: FigureKey) => take(client.POST("/api/where-from", { body: { ...asIs(), figure } })),
  };
}

export type Doing = ReturnType<typeof doingOf>;

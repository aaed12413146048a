import { client, take, type Kitchen } from "../api/client";
import { ServerError } from "../api/server-error";

type Document = Kitchen["document"];
/** How a kitchen is written and read: given, so that a test needs no server. */
export interface KitchenServer {
  put: (of: Kitchen, document: Document) => Promise<unknown>;
  all: () => Promise<Kitchen[]>;
}

const server: KitchenServer = {
  put: (of, document) =>
    take(
      client.PUT("/api/kitchens/{kitchen_id}", {
        params: { path: { kitchen_id: of.id } },
        body: { revision: of.revision, document },
      }),
    ),
  all: () => take(client.GET("/api/kitchens")),
};

/** Whether what is changed says the same in both: then nobody's change is written over. */
const untouched = (next: Partial<Document>, one: Document, other: Document) =>
  (Object.keys(next) as (keyof Document)[]).every(
    (field) => JSON.stringify(one[field]) === JSON.stringify(other[field]),
  );

/** Change some of a kitchen. It may have been shown as it once was: what others changed besides stays, and only a
 * field that somebody else changed too is refused. */
export async function changeKitchen(shown: Kitchen, next: Partial<Document>, by: KitchenServer = server) {
  try {
    await by.put(shown, { ...shown.document, ...next });
  } catch (error) {
    if (!(error instanceof ServerError) || error.status !== 409) throw error;
    const now = (await by.all()).find((kitchen) => kitchen.id === shown.id);
    if (!now || !untouched(next, shown.document, now.document)) throw error;
    await by.put(now, { ...now.document, ...next });
  }
}

import { useSyncExternalStore } from "react";

import type { DraftState, DraftStore } from "../../stores/draft";

/** One thing of a draft: what shows it is painted again when that changes, and not for each step of its saving. */
export function useDraft<T>(store: DraftStore, pick: (state: DraftState) => T): T {
  return useSyncExternalStore(store.subscribe, () => pick(store.read()));
}

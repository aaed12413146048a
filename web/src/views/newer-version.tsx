import { useEffect } from "react";
import { create } from "zustand";

import { useOutbox } from "../stores/here";
import { Button } from "../ui/button";

/** How to take the newer version that waits; null while there is none. */
const useWaiting = create<{ take: (() => void) | null }>(() => ({ take: null }));

export const offerNewVersion = (take: () => void) => useWaiting.setState({ take });

/**
 * A newer version is taken at a quiet moment: by itself while nobody looks, or by a press. Never while a batch is under
 * way or something here is not yet sent: until then nothing is said of it. quiet: whether no batch is.
 */
export function NewerVersion({ quiet }: { quiet: boolean }) {
  const { take } = useWaiting();
  const unsent = useOutbox((state) => state.waiting.length > 0);
  const now = quiet && !unsent ? take : null;
  useEffect(() => {
    if (!now) return;
    const unseen = () => document.visibilityState === "hidden" && now();
    document.addEventListener("visibilitychange", unseen);
    return () => document.removeEventListener("visibilitychange", unseen);
  }, [now]);
  if (!now) return null;
  return (
    <p role="status" className="mt-1 flex items-center justify-end gap-3 text-base">
      A newer Airy Crumb is here.
      <Button onClick={now}>Take it now</Button>
    </p>
  );
}

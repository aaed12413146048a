import { useEffect, useState } from "react";
import { create } from "zustand";

import { keep, kept } from "../lib/kept";
import { VERSION } from "../lib/new-version";
import { useOutbox } from "../stores/here";
import { Button } from "../ui/button";

/** How to take the newer version that waits; null while there is none. */
const useWaiting = create<{ take: (() => void) | null }>(() => ({ take: null }));

export const offerNewVersion = (take: () => void) => useWaiting.setState({ take });

/**
 * A newer version is taken at a quiet moment: by itself while nobody looks and no batch is under way, or by a press.
 * Never while something here is not yet sent. quiet: whether no batch is under way.
 */
export function NewerVersion({ quiet }: { quiet: boolean }) {
  const { take } = useWaiting();
  const unsent = useOutbox((state) => state.waiting.length > 0);
  const now = unsent ? null : take;
  useEffect(() => {
    if (!now || !quiet) return;
    const unseen = () => document.visibilityState === "hidden" && now();
    document.addEventListener("visibilitychange", unseen);
    return () => document.removeEventListener("visibilitychange", unseen);
  }, [now, quiet]);
  if (!now) return <Renewed />;
  return (
    <p role="status" className="mt-1 flex items-center justify-end gap-3 text-base">
      {quiet ? "A newer Airy Crumb is here." : "A newer Airy Crumb is here: it comes once this batch is over."}
      <Button onClick={now}>Take it now</Button>
    </p>
  );
}

/** That this is another version than the last time, once: it may have come by itself as every page was closed. */
function Renewed() {
  const [before] = useState(() => kept("version", VERSION));
  const [seen, setSeen] = useState(false);
  useEffect(() => void keep("version", VERSION), []);
  if (before === VERSION || seen) return null;
  return (
    <p role="status" className="mt-1 flex items-center justify-end gap-3 text-base">
      Airy Crumb is newer than last time.
      <Button onClick={() => setSeen(true)}>Good</Button>
    </p>
  );
}

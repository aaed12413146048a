/** Views that are fetched when they are opened. */
import { lazy, type ComponentType } from "react";

interface Later {
  View: ComponentType;
  /** Fetch it, so that it is drawn with everything else: what comes after a stand-in React holds back for 0.3 s. */
  ready: () => Promise<void>;
}

/** A view that is fetched once it is drawn, or before that where it is what the page was opened for. */
export function later(load: () => Promise<ComponentType>): Later {
  let fetched: ComponentType | null = null;
  const Fetching = lazy(async () => ({ default: await load() }));
  const ready = async () => {
    // One that cannot be fetched is tried again where it is drawn, and says so there.
    fetched = await load().catch(() => null);
  };
  return { View: () => (fetched ? createView(fetched) : <Fetching />), ready };
}

const createView = (View: ComponentType) => <View />;

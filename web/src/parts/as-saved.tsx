import { createContext, useContext } from "react";

/** Whether what is in sight is what the server has: paper is printed from that. */
const Saved = createContext(true);

export const SavedOrNot = Saved.Provider;

/** Said beside what is printed while a change is still on its way. */
export function AsSaved() {
  return useContext(Saved) ? null : " (as last saved)";
}

import { useQuery } from "@tanstack/react-query";

import { clockOff, duration } from "../lib/clock";
import { meQuery } from "./queries";

/** Says that this device's clock is wrong: every hour here, and every mark, follows it. */
export function ClockNotice() {
  const me = useQuery({ ...meQuery, enabled: false });
  const off = me.data ? clockOff(me.data.now, me.dataUpdatedAt) : 0;
  if (off === 0) return null;
  return (
    <p role="status" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
      This device&rsquo;s clock is {duration(Math.abs(off))} {off > 0 ? "ahead of" : "behind"} the server&rsquo;s, and
      every hour here follows it: put its date and time right.
    </p>
  );
}

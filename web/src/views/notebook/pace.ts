import type { Kitchen } from "../../api/client";

type Belief = NonNullable<Kitchen["document"]["vigour"]>;

/** Eight of ten of a normal belief lie within so many of its standard deviations. */
const EIGHT_IN_TEN = 1.2816;

const percent = (lnVigour: number) => Math.round(100 * (Math.exp(lnVigour) - 1));
const says = (by: number) => (by === 0 ? "as usual" : `${Math.abs(by)} % ${by < 0 ? "slower" : "faster"}`);

/** How much slower or faster doughs rise here than in a usual kitchen, and what that lies within in 8 of 10 cases. */
export function paceOf({ mean, variance }: Belief): { figure: string; band: string } {
  const off = EIGHT_IN_TEN * Math.sqrt(variance);
  const [low, high] = [percent(mean - off), percent(mean + off)];
  const alike = Math.sign(low) === Math.sign(high);
  const band = alike
    ? `${Math.min(Math.abs(low), Math.abs(high))} to ${says(Math.abs(low) > Math.abs(high) ? low : high)}`
    : `${says(low)} to ${says(high)}`;
  return { figure: says(percent(mean)), band };
}

/** Ticks of a time axis that begins at `start`: whole hours, halves or quarters, few enough to read. */
export function clockTicks(start: string, minutes: number, label: (at: Date) => string, most = 6) {
  const begin = new Date(start).getTime();
  const every = [15, 30, 60, 120, 240, 480].find((m) => minutes / m <= most) ?? 720;
  const first = new Date(begin);
  first.setMinutes(Math.ceil(first.getMinutes() / every) * every, 0, 0);
  const ticks: { x: number; label: string }[] = [];
  for (let t = first.getTime(); t <= begin + minutes * 60_000; t += every * 60_000) {
    ticks.push({ x: (t - begin) / 60_000, label: label(new Date(t)) });
  }
  return ticks;
}

/** Ticks in minutes from 0. */
export function minuteTicks(minutes: number, most = 7) {
  const every = [1, 2, 5, 10, 15, 30].find((m) => minutes / m <= most) ?? 60;
  return Array.from({ length: Math.floor(minutes / every) + 1 }, (_, i) => ({
    x: i * every,
    label: i ? `${i * every}` : "0 min",
  }));
}

/** A line of time: from where to where, and where a moment lies on it, 0 to 1. */
export type DayScale = { from: number; to: number; at: (moment: string | number) => number };

const HOUR = 3_600_000;
const STEPS = [0.25, 0.5, 1, 2, 3, 6, 12, 24].map((h) => h * HOUR);

/** A line that holds all of some moments, with a little room at both ends. */
export function dayScale(moments: readonly (string | number | null | undefined)[]): DayScale {
  const all = moments
    .filter((m): m is string | number => m !== null && m !== undefined && m !== '')
    .map((m) => (typeof m === 'number' ? m : Date.parse(m)))
    .filter((m) => !Number.isNaN(m));
  const first = Math.min(...all);
  const last = Math.max(...all);
  const room = Math.max((last - first) * 0.02, 5 * 60_000);
  const from = first - room;
  const to = last + room;
  const at = (moment: string | number) =>
    Math.min(
      1,
      Math.max(0, ((typeof moment === 'number' ? moment : Date.parse(moment)) - from) / (to - from)),
    );
  return { from, to, at };
}

/** Hours to be written under a line: so many that their labels do not meet, on whole steps of the clock at the place. */
export function hours(scale: DayScale, width: number, minutesAhead: number, label = 52): number[] {
  const most = Math.max(2, Math.floor(width / label));
  const step =
    STEPS.find((s) => (scale.to - scale.from) / s <= most) ??
    STEPS.at(-1)! * Math.ceil((scale.to - scale.from) / (24 * HOUR) / most);
  const ahead = minutesAhead * 60_000;
  const first = Math.ceil((scale.from + ahead) / step) * step - ahead;
  const found: number[] = [];
  for (let at = first; at <= scale.to; at += step) found.push(at);
  return found;
}

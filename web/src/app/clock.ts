/** The day and the time of the clock on the wall of a place. */
const shape = (zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options });

/** The time of day at a place, `14:05`. */
export const timeAt = (at: string, zone: string): string =>
  shape(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(new Date(at));

const year = (at: Date, zone: string) => shape(zone, { year: 'numeric' }).format(at);

/** The day of the week with the day, `Mon 30 Nov`; with its year where that is not this one. */
export function dayAt(at: string, zone: string): string {
  const moment = new Date(at);
  const day = shape(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(moment);
  return year(moment, zone) === year(new Date(), zone) ? day : `${day} ${year(moment, zone)}`;
}

/** From when to when: the day once, where both are on it. */
export function span(from: string | null | undefined, to: string | null | undefined, zone: string): string {
  if (!from) return '';
  if (!to) return `${dayAt(from, zone)}, ${timeAt(from, zone)}`;
  return dayAt(from, zone) === dayAt(to, zone)
    ? `${dayAt(from, zone)}, ${timeAt(from, zone)} to ${timeAt(to, zone)}`
    : `${dayAt(from, zone)}, ${timeAt(from, zone)} to ${dayAt(to, zone)}, ${timeAt(to, zone)}`;
}

/** So many minutes as a person says them: `45 min`, `3 h 20 min`, `2 d 4 h`. */
export function lasting(minutes: number): string {
  const all = Math.round(Math.abs(minutes));
  if (all < 90) return `${all} min`;
  if (all < 36 * 60) return `${Math.floor(all / 60)} h${all % 60 ? ` ${all % 60} min` : ''}`;
  return `${Math.floor(all / 1440)} d${Math.floor((all % 1440) / 60) ? ` ${Math.floor((all % 1440) / 60)} h` : ''}`;
}

/** Whether a moment is on the same day as another at a place. */
export const sameDay = (one: string, other: string, zone: string): boolean =>
  dayAt(one, zone) === dayAt(other, zone);

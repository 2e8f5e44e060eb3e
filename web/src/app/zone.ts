/** Minutes that a zone is ahead of UTC at a moment. */
function ahead(zone: string, at: number): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  }).formatToParts(at);
  const of = (type: string) => Number(parts.find((p) => p.type === type)!.value);
  const shown = Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'), of('second'));
  return Math.round((shown - at) / 60_000);
}

/** A moment as a clock on the wall of a place shows it, `2026-11-29T14:30`; empty where there is none. */
export function wallTime(moment: string | null | undefined, zone: string): string {
  if (!moment) return '';
  const at = Date.parse(moment);
  return new Date(at + ahead(zone, at) * 60_000).toISOString().slice(0, 16);
}

/** The moment at which a clock on the wall of a place shows a time; nothing where there is none. An hour that is skipped in spring is the one after it. */
export function momentOf(wall: string, zone: string): string | undefined {
  if (!wall) return undefined;
  const shown = Date.parse(`${wall}:00Z`);
  if (Number.isNaN(shown)) return undefined;
  // The offset of the guess may be that of the other side of a change of clocks: it is looked at once more.
  const first = shown - ahead(zone, shown) * 60_000;
  const exact = shown - ahead(zone, first) * 60_000;
  return new Date(exact).toISOString().replace('.000Z', 'Z');
}

/** The time that is taken for one that a clock of a place never shows, because it goes forward then; nothing for any other. */
export function skippedTo(wall: string, zone: string): string | undefined {
  const taken = wallTime(momentOf(wall, zone), zone);
  return taken && taken !== wall ? taken : undefined;
}

/** Minutes that the clock at a place is ahead of UTC at a moment. */
export const minutesAhead = (zone: string, moment: string): number => ahead(zone, Date.parse(moment));

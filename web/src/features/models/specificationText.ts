import type { Views } from '../../app/client';

/* How lists of a specification are typed and pasted. It only takes text apart; what the parts mean is the site's to say. */

/** `1/30 1/50, 1/60` → three labels. */
export const labels = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);

/** A number as it is typed, with a true minus or a comma; NaN where it is none. */
export const numberOf = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.replace('−', '-').replace(',', '.'));

/** `90 140` → two numbers; what is no number is left out by the site's own word, so it is kept as NaN here. */
export const numbers = (text: string): number[] => labels(text).map(numberOf);

/** `raw 10:1 = 235; raw 4:1 = 720` → the bit rates of each codec; nothing where none is said. */
export function codecRates(text: string): Record<string, number[]> | null {
  const all = text
    .split(';')
    .map((part) => part.split('=').map((side) => side.trim()))
    .filter(([codec]) => codec)
    .map(([codec, rates]) => [codec!, numbers(rates ?? '')] as const);
  return all.length ? Object.fromEntries(all) : null;
}
export const codecRatesText = (all: Record<string, number[]> | null | undefined): string =>
  Object.entries(all ?? {})
    .map(([codec, rates]) => `${codec} = ${rates.join(' ')}`)
    .join('; ');

/** `off; standard = Steady 1; strong = Steady 2` → positions. */
export function positions(text: string): Views['PositionDocument'][] {
  return text
    .split(/[;\n]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [is, shown] = part.split('=').map((side) => side.trim());
      return { is: is ?? '', shown: shown ?? '' };
    });
}
export const positionsText = (all: Views['PositionDocument'][]): string =>
  all.map((p) => (p.shown ? `${p.is} = ${p.shown}` : p.is)).join('; ');

/** `0 3 6` or `0…24 by 3`, with `off` among them where it can be off. */
export function levels(text: string, before: Views['LevelDocument'] | undefined): Views['LevelDocument'] {
  const hasOff = /\boff\b/i.test(text);
  const rest = text.replace(/\boff\b/gi, ' ').trim();
  const range = /^([−-]?[\d.,]+)\s*(?:…|\.\.\.|\.\.|to)\s*([−-]?[\d.,]+)\s*by\s*([\d.,/]+)$/.exec(rest);
  const automatic = before?.automatic ?? false;
  if (range)
    return {
      from: numberOf(range[1]!),
      to: numberOf(range[2]!),
      step: fraction(range[3]!),
      hasOff,
      automatic,
    };
  return { values: numbers(rest), hasOff, automatic };
}
function fraction(text: string): number {
  const [above, below] = text.split('/');
  return below ? numberOf(above!) / numberOf(below) : numberOf(text);
}
export function levelsText(level: Views['LevelDocument']): string {
  const off = level.hasOff ? 'off ' : '';
  return level.values?.length
    ? off + level.values.join(' ')
    : `${off}${level.from ?? ''}…${level.to ?? ''} by ${short(level.step ?? 0)}`;
}
const short = (value: number): string =>
  Math.abs(value * 3 - Math.round(value * 3)) < 1e-9 && !Number.isInteger(value)
    ? `${Math.round(value * 3)}/3`
    : String(value);

/** `−3 0 +3`, or `L −3, M +3, H +12` → gain positions. */
export function gains(text: string): Views['GainPositionDocument'][] {
  const parts = text.includes(',') || text.includes(';') ? text.split(/[,;]/) : text.split(/\s+(?=[−+-]?\d)/);
  return parts
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const cut = part.lastIndexOf(' ');
      return cut < 0
        ? { gainDb: numberOf(part), name: '' }
        : { gainDb: numberOf(part.slice(cut + 1)), name: part.slice(0, cut).trim() };
    });
}
export const gainsText = (all: Views['GainPositionDocument'][]): string =>
  all.some((g) => g.name)
    ? all.map((g) => `${g.name} ${g.gainDb}`.trim()).join(', ')
    : all.map((g) => g.gainDb).join(' ');

/** `clear 0, 1/4 2, 1/16 4` → filter positions. */
export function filters(text: string): Views['FilterDocument'][] {
  return text
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const cut = part.lastIndexOf(' ');
      return cut < 0
        ? { label: part, stops: NaN }
        : { label: part.slice(0, cut).trim(), stops: numberOf(part.slice(cut + 1)) };
    });
}
export const filtersText = (all: Views['FilterDocument'][]): string =>
  all.map((f) => `${f.label} ${f.stops}`).join(', ');

/** The place of a number in a document that is none, told as a field; null when every number is one. */
export function notNumber(value: unknown, at = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : at;
  if (value && typeof value === 'object')
    for (const [key, inside] of Object.entries(value)) {
      const found = notNumber(inside, `${at}/${key}`);
      if (found) return found;
    }
  return null;
}

/** Marks of a level meter: share of the bar in per cent, and what it means in dBFS. What is no pair stays out and is told by the site. */
export function meter(text: string): Views['MeterMarkDocument'][] {
  return text
    .split(/[,;\n]/)
    .filter((part) => part.trim())
    .map((part) => {
      const [share, dbfs] = part.split('=').map((n) => numberOf(n.replace('%', '')));
      return { share: (share ?? NaN) / 100, dbfs: dbfs ?? NaN };
    });
}
export const meterText = (all: Views['MeterMarkDocument'][]): string =>
  all.map((m) => `${Math.round(m.share * 1000) / 10} = ${m.dbfs}`).join(', ');

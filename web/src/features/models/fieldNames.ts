/* Where a problem of a specification stands, in words: people do not read pointers. */

/** The part of the specification a problem belongs to: a setting's key, the recordings, or what is said of the camera as a whole. */
export type FieldPlace = { setting: string; words: string };

export const WHOLE_CAMERA = '';
export const RECORDINGS = 'record-format';

/** Members of the document that belong to a setting; `choices`, `levels` and `controls` name theirs. */
const SETTING_OF: Record<string, string> = {
  formats: RECORDINGS,
  shutters: 'shutter',
  angles: 'shutter',
  clearScan: 'shutter',
  shutterAutomatic: 'shutter',
  gain: 'gain',
  filters: 'nd',
  variableFilter: 'nd',
  iris: 'iris-control',
  whiteBalance: 'white-balance',
  focus: 'focus-mode',
  fullAuto: 'full-auto',
  curves: 'profile',
};
const UNITS: Record<string, string> = {
  Db: 'dB',
  Mbps: 'Mb/s',
  K: 'K',
  Wh: 'Wh',
  Gb: 'GB',
  Hz: 'Hz',
  Mm: 'mm',
};
const ROW: Record<string, string> = { formats: 'recording' };

/** `isoAtZeroGain` → `iso at zero gain`, `gainDb` → `gain, dB`. */
function spoken(member: string): string {
  const unit = Object.keys(UNITS).find((u) => member.endsWith(u) && member.length > u.length);
  const bare = unit ? member.slice(0, -unit.length) : member;
  const words = bare
    .replace(/[-_]/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/\biso\b/g, 'ISO');
  return unit ? `${words} in ${UNITS[unit]}` : words;
}

/** `/formats/2/rate` → the recordings, *recording 3, rate*; `/controls/gain/path` → gain, *place, path*. */
export function fieldPlace(pointer: string): FieldPlace {
  const parts = pointer.split('/').filter(Boolean);
  const [first = '', second = ''] = parts;
  const named = ['choices', 'levels', 'controls'].includes(first);
  const setting = named ? second : (SETTING_OF[first] ?? WHOLE_CAMERA);
  const rest = named ? [first === 'controls' ? 'place' : first, ...parts.slice(2)] : parts;
  const words: string[] = [];
  rest.forEach((part, i) => {
    if (!/^\d+$/.test(part)) {
      if (!(i + 1 < rest.length && /^\d+$/.test(rest[i + 1]!))) words.push(spoken(part));
      return;
    }
    const list = rest[i - 1] ?? '';
    words.push(`${ROW[list] ?? `${spoken(list)}, row`} ${Number(part) + 1}`);
  });
  return { setting, words: words.join(', ') };
}

const isEmpty = (value: unknown): boolean =>
  value === null ||
  value === undefined ||
  value === '' ||
  value === false ||
  (typeof value === 'number' && Number.isNaN(value)) ||
  (typeof value === 'object' && Object.values(value as object).every(isEmpty));

/** What a row stands at before anybody has filled it. */
const BEGINS: Record<string, unknown[]> = { crop: [1], noisePenaltyDb: [0], word: ['low', 'high'] };

/** A document without the rows that nobody filled; what is half filled stays and is told. */
export function withoutEmptyRows<T>(value: T): T {
  if (Array.isArray(value))
    return value
      .filter(
        (row) =>
          !(
            row &&
            typeof row === 'object' &&
            !Array.isArray(row) &&
            Object.entries(row).every(([key, of]) => isEmpty(of) || BEGINS[key]?.includes(of))
          ),
      )
      .map(withoutEmptyRows) as T;
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, of]) => [key, withoutEmptyRows(of)])) as T;
  return value;
}

import type { Views } from '../../app/client';

/** A row of units to add, as typed. */
export type UnitRow = { tag: string; model: string; tape: string; place: string };
type Model = Pick<Views['ModelRowView'], 'key' | 'name'>;

/** The tag after a tag: its last number is one more, with as many digits (`OBG-099` → `OBG-100`). Without a number there is none to propose. */
export function tagAfter(tag: string, taken: ReadonlySet<string>): string {
  const parts = /^(.*?)(\d+)(\D*)$/.exec(tag.trim().toUpperCase());
  if (!parts) return '';
  const [, head, digits, tail] = parts as unknown as [string, string, string, string];
  let number = Number(digits);
  let next: string;
  do next = `${head}${String(++number).padStart(digits.length, '0')}${tail}`;
  while (taken.has(next));
  return next;
}

const HEADINGS: Record<keyof UnitRow, RegExp> = {
  tag: /^(tag|asset|unit|number|no\.?)/i,
  model: /^(model|camera|type)/i,
  tape: /^(tape|colou?r)/i,
  place: /^(place|location|shelf|where)/i,
};
const ORDER: (keyof UnitRow)[] = ['tag', 'model', 'tape', 'place'];

/** What became of a pasted table: its rows, and what could not be understood, by row. */
export type Pasted = { rows: UnitRow[]; wrong: string[] };

/** Most rows that are taken from one paste: what the site adds at once. */
export const MOST_ROWS = 500;

/**
 * Rows of a pasted table: columns parted by tabs, semicolons or commas, in the order of the form or named by a first line. A model may be
 * written by its name or its key; without one it is that of the row above.
 */
export function pastedRows(text: string, models: readonly Model[], standing: UnitRow): Pasted {
  const lines = text.split(/\r?\n/).filter((l) => l.trim());
  if (lines.length > MOST_ROWS + 1)
    return {
      rows: [],
      wrong: [`${lines.length} rows are too many at once: paste ${MOST_ROWS} at most, or import a file.`],
    };
  const parting = lines[0]?.includes('\t') ? '\t' : lines[0]?.includes(';') ? ';' : ',';
  const cells = lines.map((l) => l.split(parting).map((c) => c.trim().replace(/^"(.*)"$/, '$1')));
  let order: (keyof UnitRow | undefined)[] = ORDER;
  const named = cells[0]?.map((c) => ORDER.find((field) => HEADINGS[field].test(c)));
  if (
    named?.[0] &&
    named.filter(Boolean).length === cells[0]!.length &&
    !cells[0]!.some((c) => /\d/.test(c))
  ) {
    order = named;
    cells.shift();
  }
  const wrong: string[] = [];
  let before = standing;
  const rows = cells.map((row, i) => {
    const given: Partial<UnitRow> = {};
    row.forEach((cell, column) => {
      const field = order[column];
      if (field && cell) given[field] = cell;
    });
    const model =
      given.model &&
      models.find((m) => [m.key, m.name.toLowerCase()].includes(given.model!.toLowerCase()))?.key;
    if (given.model && !model)
      wrong.push(`Row ${i + 1}: there is no specification “${given.model}”. Choose one for it.`);
    before = {
      tag: (given.tag ?? '').toUpperCase(),
      model: given.model ? (model ?? '') : before.model,
      tape: given.tape ?? '',
      place: given.place ?? before.place,
    };
    return before;
  });
  return { rows, wrong };
}

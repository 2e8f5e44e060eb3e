const SIGNS: Record<string, [string, string]> = {
  '⅓': ['1', '3'],
  '⅔': ['2', '3'],
  '½': ['1', '2'],
  '¼': ['1', '4'],
  '¾': ['3', '4'],
  '⅙': ['1', '6'],
  '⅚': ['5', '6'],
};

// The mono face has no thin space; without this the unit would be set in another face.
const THIN = '\u202f';
const WIDE = '\u00a0';

export type Piece = string | { top: string; bottom: string };

/** Cuts a label at its fractions, so that they can be drawn large enough to read at arm's length. */
export function pieces(label: string): Piece[] {
  const out: Piece[] = [];
  let text = '';
  for (const sign of label.replaceAll(THIN, WIDE)) {
    const fraction = SIGNS[sign];
    if (fraction) {
      if (text) out.push(text);
      out.push({ top: fraction[0], bottom: fraction[1] });
      text = '';
    } else {
      text += sign;
    }
  }
  if (text) out.push(text);
  return out;
}

/** A label in one line of plain figures, for small type and drawings: `5.6⅓` is `5.6 1/3`. */
export function plain(label: string): string {
  return [...label.replaceAll(THIN, WIDE)]
    .map((sign, index, all) => {
      const fraction = SIGNS[sign];
      if (!fraction) return sign;
      const gap = /\d/.test(all[index - 1] ?? '') ? WIDE : '';
      return `${gap}${fraction[0]}/${fraction[1]}`;
    })
    .join('');
}

/** What a key asks for on the bench. */
export type BenchAct =
  | 'as-sheet'
  | 'automatic'
  | 'not-fitted'
  | 'where'
  | 'why'
  | 'table'
  | 'back'
  | 'down'
  | 'up'
  | 'left'
  | 'right'
  | 'since-last'
  | 'swallow'
  | null;

const LETTERS: Record<string, BenchAct> = {
  a: 'automatic',
  n: 'not-fitted',
  w: 'where',
  y: 'why',
  d: 'table',
  '=': 'since-last',
};
/** The rest of a word whose first letter has recorded it. */
const REST: Record<string, string> = { automatic: 'uto\n', 'not-fitted': 'ot fitted\n' };
const ARROWS: Record<string, BenchAct> = {
  ArrowDown: 'down',
  ArrowUp: 'up',
  ArrowLeft: 'left',
  ArrowRight: 'right',
};

/**
 * Reads keys for one check. While the field is empty a letter is a command, unless it is the name of one of this control's
 * places (white balance memory A): then it is typed, and automatic is recorded by typing the word and Enter.
 * A person who types the whole word `auto` or `not fitted` has recorded it at the first letter; the rest is swallowed.
 */
export function benchKeys() {
  let rest = '';
  const read = (key: string, field: string, places: readonly string[]): BenchAct => {
    if (rest) {
      const expected = rest[0];
      if (key === expected) {
        rest = rest.slice(1);
        return 'swallow';
      }
      const finished = key === 'Enter' && rest === '\n';
      rest = '';
      if (finished) return 'swallow';
    }
    if (ARROWS[key]) return field === '' || key === 'ArrowDown' || key === 'ArrowUp' ? ARROWS[key]! : null;
    if (field !== '') return null;
    if (key === ' ') return 'as-sheet';
    if (key === 'Backspace') return 'back';
    const act = LETTERS[key.toLowerCase()] ?? null;
    if (!act || places.some((p) => p.toLowerCase() === key.toLowerCase())) return null;
    rest = REST[act] ?? '';
    return act;
  };
  /** The person went elsewhere: what is typed there begins anew. */
  const forget = () => (rest = '');
  return { read, forget };
}

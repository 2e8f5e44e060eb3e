import type { Views } from '../../app/client';
import type { Stage } from './outgoing';

type Line = Views['CheckLineView'];

/** What is gone through in one step: a line by itself, or the lines that one look answers. */
export type Entry = { key: string; name: string; chapter: string; lines: Line[] };

/** The queue of a check: what is asked, and apart from it what is asked at the return and what this camera does not have. */
export type Entries = { asked: Entry[]; atReturn: Line[]; nothing: Line[] };

const PLAN = 'The plan';
/** The lines that are as the last check left them, when only the others are looked at one by one. */
export const AS_BEFORE = 'group-as-before';

/** Whether a line is asked for. A check that this browser saved before an upgrade does not say: then it is. */
const asking = (l: Line): Line['asking'] => l.asking ?? 'now';

/** Whether nobody has read a line that is asked for. */
export const unread = (l: Line) => asking(l) === 'now' && l.reading.kind === 'unread' && !l.stale;

/**
 * Arranges the lines of a check for the hand. The plan of a shoot comes first; then the order of the sheet, where a group stands at the place of
 * its first line. While correcting each line stands alone.
 * @param same Settings that the last check left as required: they become one group; null: every line by its own look.
 */
export function entriesOf(lines: Line[], stage: Stage, same: ReadonlySet<string> | null): Entries {
  const asked = lines.filter(
    (l) => asking(l) === 'now' || (asking(l) === 'nothing' && l.reading.kind !== 'unread'),
  );
  const one = (l: Line, chapter = l.line.chapter): Entry => ({
    key: l.line.setting,
    name: l.line.name,
    chapter,
    lines: [l],
  });
  const apart = {
    atReturn: lines.filter((l) => asking(l) === 'atReturn'),
    nothing: lines.filter((l) => asking(l) === 'nothing' && l.reading.kind === 'unread'),
  };
  if (stage === 'left') return { asked: asked.map((l) => one(l)), ...apart };

  const entries: Entry[] = asked.filter((l) => l.planned).map((l) => one(l, PLAN));
  const groups = new Map<string, Entry>();
  const before: Line[] = [];
  for (const line of asked.filter((l) => !l.planned)) {
    if (same?.has(line.line.setting)) before.push(line);
    else if (!line.look) entries.push(one(line));
    else {
      const key = `group-${line.look.key}`;
      const group = groups.get(key);
      if (group) group.lines.push(line);
      else {
        const begun = { key, name: line.look.name, chapter: line.line.chapter, lines: [line] };
        groups.set(key, begun);
        entries.push(begun);
      }
    }
  }
  if (before.length)
    entries.push({ key: AS_BEFORE, name: 'As at the last check', chapter: 'The rest', lines: before });
  // A look that answers one line only is that line.
  return { asked: entries.map((e) => (e.lines.length === 1 ? one(e.lines[0]!, e.chapter) : e)), ...apart };
}

/** How an entry stands as a whole: what is wrong in it shows before what is right. */
export function verdictOf(entry: Entry): Line['verdict']['kind'] {
  const kinds = entry.lines.map((l) => l.verdict.kind);
  const rank = ['offTarget', 'automatic', 'unread', 'withinTolerance', 'notFitted', 'onTarget'] as const;
  return rank.find((kind) => kinds.includes(kind)) ?? 'unread';
}

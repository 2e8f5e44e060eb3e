import type { Entry } from './entry';

const NAMES: Record<string, [one: string, many: string]> = {
  reading: ['reading', 'readings'],
  photo: ['photograph', 'photographs'],
  picture: ['picture', 'pictures'],
  late: ['move of the day', 'moves of the day'],
};

/** “2 readings and 1 photograph”. */
export function counted(entries: readonly Entry[]): string {
  const kinds = [...new Set(entries.map((e) => e.kind))];
  const parts = kinds.map((kind) => {
    const n = entries.filter((e) => e.kind === kind).length;
    const [one, many] = NAMES[kind] ?? ['entry', 'entries'];
    return `${n} ${n === 1 ? one : many}`;
  });
  return [parts.slice(0, -1).join(', '), parts.at(-1)].filter(Boolean).join(' and ');
}

import { createStore, del, entries, get, set, type UseStore } from 'idb-keyval';
import type { Entry } from './entry';

/** Where entries are kept over a reload. Each call fails where the browser has no room or forbids it. */
export interface Shelf {
  all: () => Promise<Entry[]>;
  get: (id: string) => Promise<Entry | undefined>;
  put: (entry: Entry) => Promise<void>;
  drop: (id: string) => Promise<void>;
}

let opened: UseStore | undefined;
const store = () => (opened ??= createStore('gold-notch-outbox', 'entries'));

/** This browser's own database, shared by all tabs; it takes photographs too. */
export const browserShelf: Shelf = {
  all: async () => (await entries<string, Entry>(store())).map(([, entry]) => entry),
  get: (id) => get<Entry>(id, store()),
  put: (entry) => set(entry.id, entry, store()),
  drop: (id) => del(id, store()),
};

/** Keeps entries as long as it lives: for tests. */
export function memoryShelf(...there: Entry[]): Shelf & { kept: Map<string, Entry> } {
  const kept = new Map(there.map((entry) => [entry.id, entry]));
  return {
    kept,
    all: async () => [...kept.values()],
    get: async (id) => kept.get(id),
    put: async (entry) => void kept.set(entry.id, structuredClone(entry)),
    drop: async (id) => void kept.delete(id),
  };
}

import { createStore, del, entries } from 'idb-keyval';
import type { Entry } from './entry';
import type { Shelf } from './shelf';

const READINGS = /^gold-notch\.check\.(.+)\.waiting$/;
type Before = { setting: string; login?: string; receipt?: string; stage?: string } & Record<string, unknown>;

/** Readings that an earlier version kept beside its pages. They go to the shelf one by one, and only then from where they were. */
async function inheritReadings(shelf: Shelf): Promise<void> {
  for (const name of Object.keys(localStorage)) {
    const group = READINGS.exec(name)?.[1];
    if (!group) continue;
    try {
      const all = JSON.parse(localStorage.getItem(name) ?? '[]') as Before[];
      const last = JSON.parse(localStorage.getItem('gold-notch.session') ?? '{}') as { login?: string };
      for (const [i, { receipt, login, stage, ...reading }] of all.entries()) {
        await shelf.put({
          ...reading,
          id: receipt ?? crypto.randomUUID(),
          kind: 'reading',
          group,
          login: login ?? last.login ?? '',
          // Before anything that is read from now on.
          at: i,
          about: `${reading.setting}: ${String(reading.read ?? 'taken back')}`,
          stage: stage ?? 'found',
          tried: true,
        } as Entry);
      }
      localStorage.removeItem(name);
    } catch {
      // It stays where it is: the next start tries again.
    }
  }
}

type Photo = { id: string; check: string; late?: boolean } & Record<string, unknown>;

async function inheritPhotos(shelf: Shelf): Promise<void> {
  // Opening a database makes it, so that one is opened only where there was one.
  const names = typeof indexedDB === 'undefined' ? [] : ((await indexedDB.databases?.()) ?? []);
  if (!names.some((d) => d.name === 'gold-notch-photos')) return;
  const store = createStore('gold-notch-photos', 'waiting');
  for (const [key, { check, late, ...photo }] of await entries<string, Photo>(store)) {
    await shelf.put({
      ...photo,
      kind: 'photo',
      group: check,
      about: 'photograph',
      tried: true,
      ...(late && { refusal: { code: 'immutable', message: 'This check is signed.', final: true } }),
    } as unknown as Entry);
    await del(key, store);
  }
}

/** Takes over what earlier versions of the application left waiting in this browser. */
export async function inherit(shelf: Shelf): Promise<void> {
  await inheritReadings(shelf);
  await inheritPhotos(shelf).catch(() => undefined);
}

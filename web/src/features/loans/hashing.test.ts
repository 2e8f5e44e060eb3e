import { afterEach, describe, expect, it, vi } from 'vitest';
import { chosenOf, hashFolder, type Chosen, type Line } from './hashing';
import type { HashTold } from './hash.worker';

const store = new Map<string, unknown>();
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(store.get(key)),
  set: (key: string, value: unknown) => Promise.resolve(void store.set(key, structuredClone(value))),
}));
afterEach(() => store.clear());

const file = (path: string, size = 4): Chosen => ({
  path,
  file: new File(['x'.repeat(size)], path, { lastModified: 1000 }),
});

/** Says the sum of a file as `sum of NAME`; a name that begins with bad cannot be read, one that begins with slow is never done. */
function stand() {
  const asked: string[] = [];
  let stopped = 0;
  const line = (): Line => {
    let hear: (told: HashTold) => void = () => {};
    return {
      post: ({ id, file: of }) => {
        asked.push(of.name);
        if (of.name.startsWith('slow')) return;
        queueMicrotask(() => {
          hear({ id, read: of.size });
          hear(of.name.startsWith('bad') ? { id, wrong: 'gone' } : { id, sum: `sum of ${of.name}` });
        });
      },
      heard: (h) => (hear = h),
      stop: () => stopped++,
    };
  };
  return { line, asked, stopped: () => stopped };
}

describe('hashing a folder', () => {
  it('gives every file its sum, says how far it is, and leaves no worker behind', async () => {
    const it = stand();
    const heard: number[] = [];
    const read = await hashFolder(
      [file('a'), file('b'), file('bad')],
      'p',
      (p) => heard.push(p.bytes),
      new AbortController().signal,
      it.line,
    );
    expect(read).toEqual([
      { path: 'a', bytes: 4, sha256: 'sum of a' },
      { path: 'b', bytes: 4, sha256: 'sum of b' },
      { path: 'bad', bytes: 4, sha256: undefined },
    ]);
    expect(heard.at(-1)).toBe(12);
    expect([...heard].sort((x, y) => x - y)).toEqual(heard);
    expect(it.stopped()).toBe(2);
  });

  it('goes on where it was after a cancel, and reads a file that changed again', async () => {
    const first = stand();
    const stop = new AbortController();
    const going = hashFolder(
      [file('a'), file('slow'), file('slow 2')],
      'p',
      () => {},
      stop.signal,
      first.line,
    );
    await new Promise((done) => setTimeout(done, 5));
    stop.abort();
    await expect(going).rejects.toThrow('given up');
    expect(first.stopped()).toBe(2);

    const second = stand();
    await hashFolder([file('a'), file('b')], 'p', () => {}, new AbortController().signal, second.line);
    expect(second.asked).toEqual(['b']);
    const third = stand();
    await hashFolder([file('a', 5)], 'p', () => {}, new AbortController().signal, third.line);
    expect(third.asked).toEqual(['a']);
  });

  it('names files within their folder, whatever the folder is called', () => {
    const of = (path: string) =>
      Object.defineProperty(new File([''], 'x'), 'webkitRelativePath', { value: path });
    expect(chosenOf([of('CARD/CLIP/C1.MP4'), of('backup 2/CLIP/C1.MP4')]).map((c) => c.path)).toEqual([
      'CLIP/C1.MP4',
      'CLIP/C1.MP4',
    ]);
    expect(chosenOf([new File([''], 'list.txt')])[0]!.path).toBe('list.txt');
  });
});

import { get, set } from 'idb-keyval';
import type { HashOrder, HashTold } from './hash.worker';

/** A file of a folder that was chosen, with its path within it. */
export type Chosen = { path: string; file: File };

/** What was read of a file; no sum where it could not be read, or changed meanwhile. */
export type Read = { path: string; bytes: number; sha256?: string };

export type Progress = { files: number; of: number; bytes: number; all: number; bytesPerSecond: number };

/** What a worker is asked through; a test stands in for it. */
export type Line = {
  post: (order: HashOrder) => void;
  heard: (hear: (told: HashTold) => void) => void;
  stop: () => void;
};

const LINES = 2;
/** Drawing how far it is takes from the time that it tells of. */
const SAID_MS = 250;

export function workerLine(): Line {
  const worker = new Worker(new URL('./hash.worker.ts', import.meta.url), { type: 'module' });
  return {
    post: (order) => worker.postMessage(order),
    heard: (hear) => (worker.onmessage = ({ data }: MessageEvent<HashTold>) => hear(data)),
    stop: () => worker.terminate(),
  };
}

/** The files of a folder as the browser gives them: without the name of the folder itself, which is another on each disk. */
export const chosenOf = (files: Iterable<File>): Chosen[] =>
  [...files].map((file) => {
    const path = file.webkitRelativePath || file.name;
    const at = path.indexOf('/');
    return { path: at >= 0 ? path.slice(at + 1) : path, file };
  });

const keyOf = (one: Chosen) => `${one.path}|${one.file.size}|${one.file.lastModified}`;

/**
 * Hashes the files of a folder, two at a time. What was hashed is remembered under a name until it is forgotten, so that a reload
 * or a cancel loses nothing but the file it was at: the same folder chosen again goes on from there.
 */
export async function hashFolder(
  files: readonly Chosen[],
  place: string,
  told: (progress: Progress) => void,
  stop: AbortSignal,
  line: () => Line = workerLine,
): Promise<Read[]> {
  const known = (await get<Record<string, string>>(place)) ?? {};
  const sums = new Map<string, string>();
  const waiting: Chosen[] = [];
  let bytes = 0;
  let fresh = 0;
  for (const one of files) {
    const sum = known[keyOf(one)];
    if (sum) {
      sums.set(one.path, sum);
      bytes += one.file.size;
    } else waiting.push(one);
  }
  const all = files.reduce((sum, one) => sum + one.file.size, 0);
  const began = performance.now();
  let said = 0;
  const tell = (always = true) => {
    const now = performance.now();
    if (!always && now - said < SAID_MS) return;
    said = now;
    told({
      files: sums.size,
      of: files.length,
      bytes,
      all,
      bytesPerSecond: fresh / Math.max(0.001, (now - began) / 1000),
    });
  };
  tell();
  const lines = Array.from({ length: Math.min(LINES, waiting.length) }, line);
  try {
    await Promise.all(
      lines.map(async (one) => {
        for (let next = waiting.shift(); next; next = waiting.shift()) {
          const of = next;
          const sum = await new Promise<string | undefined>((resolve, reject) => {
            const give = () => reject(new DOMException('given up', 'AbortError'));
            if (stop.aborted) return give();
            stop.addEventListener('abort', give, { once: true });
            one.heard((heard) => {
              if ('read' in heard) {
                bytes += heard.read;
                fresh += heard.read;
                tell(false);
              } else {
                stop.removeEventListener('abort', give);
                resolve('sum' in heard ? heard.sum : undefined);
              }
            });
            one.post({ id: 0, file: of.file });
          });
          if (sum) {
            sums.set(of.path, sum);
            known[keyOf(of)] = sum;
            await set(place, known);
          }
          tell();
        }
      }),
    );
  } finally {
    for (const one of lines) one.stop();
  }
  return files.map((one) => ({ path: one.path, bytes: one.file.size, sha256: sums.get(one.path) }));
}

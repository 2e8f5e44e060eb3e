import { createSHA256 } from 'hash-wasm';

/** Reads one file after another as a stream and gives its SHA-256; nothing of it is kept, and nothing leaves this machine. */
/** How much is read before it is said how far it is. */
const TOLD = 8 * 1024 * 1024;

export type HashOrder = { id: number; file: File };
export type HashTold =
  { id: number; read: number } | { id: number; sum: string } | { id: number; wrong: string };

self.onmessage = async ({ data: { id, file } }: MessageEvent<HashOrder>) => {
  const tell = (told: HashTold) => self.postMessage(told);
  try {
    const hasher = await createSHA256();
    hasher.init();
    // As the browser streams it: asked for piece by piece, reading alone takes as long as hashing. A file that changed since it was chosen cannot be read any more.
    const reader = file.stream().getReader();
    let read = 0;
    for (let next = await reader.read(); !next.done; next = await reader.read()) {
      hasher.update(next.value);
      read += next.value.length;
      if (read >= TOLD) {
        tell({ id, read });
        read = 0;
      }
    }
    tell({ id, read });
    tell({ id, sum: hasher.digest('hex') });
  } catch (error) {
    tell({ id, wrong: (error as Error).message });
  }
};

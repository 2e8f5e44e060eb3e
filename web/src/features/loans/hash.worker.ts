import { createSHA256 } from 'hash-wasm';

/** Reads one file after another in pieces and gives its SHA-256; nothing of it is kept, and nothing leaves this machine. */
const PIECE = 8 * 1024 * 1024;

export type HashOrder = { id: number; file: File };
export type HashTold =
  { id: number; read: number } | { id: number; sum: string } | { id: number; wrong: string };

self.onmessage = async ({ data: { id, file } }: MessageEvent<HashOrder>) => {
  const tell = (told: HashTold) => self.postMessage(told);
  try {
    const hasher = await createSHA256();
    hasher.init();
    for (let at = 0; at < file.size; at += PIECE) {
      // A file that changed since it was chosen cannot be read any more: the browser refuses it.
      const piece = new Uint8Array(await file.slice(at, at + PIECE).arrayBuffer());
      hasher.update(piece);
      tell({ id, read: piece.length });
    }
    tell({ id, sum: hasher.digest('hex') });
  } catch (error) {
    tell({ id, wrong: (error as Error).message });
  }
};

import { createStore, del, entries, set, type UseStore } from 'idb-keyval';

/** A photograph that the site has not confirmed yet. */
export interface KeptPhoto {
  id: string;
  check: string;
  setting: string | null;
  /** Whose it is: it is uploaded under that name or not at all. */
  login: string;
  /** When it was taken, for the order in which they are uploaded. */
  at: number;
  picture: Blob;
  /** Somebody signed the check while it waited: a signed check takes no photographs, but this one is not thrown away for it. */
  late?: boolean;
}

export interface PhotoShelf {
  all: () => Promise<KeptPhoto[]>;
  of: (check: string) => Promise<KeptPhoto[]>;
  keep: (photo: KeptPhoto) => Promise<void>;
  drop: (id: string) => Promise<void>;
}

let opened: UseStore | undefined;
const store = () => (opened ??= createStore('gold-notch-photos', 'waiting'));

/** Photographs in this browser's own database: they are too large for what keeps the readings. */
export const photoShelf: PhotoShelf = {
  all: async () => (await entries<string, KeptPhoto>(store())).map(([, photo]) => photo),
  of: async (check) =>
    (await photoShelf.all()).filter((photo) => photo.check === check).sort((a, b) => a.at - b.at),
  keep: async (photo) => set(photo.id, photo, store()),
  drop: async (id) => del(id, store()),
};

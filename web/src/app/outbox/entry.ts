/** Why the site did not take an entry. A final answer stays with it until a person decides; any other is asked again. */
export interface Refusal {
  code: string;
  message: string;
  final: boolean;
}

/** One thing a person did that the site has not acknowledged yet. Each kind adds its own fields. */
export interface Entry {
  /** An id of its own, so that one sent again after a lost answer is known to the site. */
  id: string;
  kind: string;
  /** What it belongs to, such as a check. Entries of one kind and group are sent in order, and one that has to wait holds back only those. */
  group: string;
  /** Who did it: it is uploaded under that name or not at all. */
  login: string;
  /** Milliseconds since 1970, made unique: the order in which entries are sent. */
  at: number;
  /** What it is, for a person who is looking at another page: “OBG-106, Gain: H”. */
  about: string;
  /** It may have reached the site although no answer came back, so that it is never replaced by a newer one. */
  tried?: boolean;
  refusal?: Refusal;
}

/** What became of an entry that was sent. */
export type Outcome =
  | { kind: 'acknowledged'; answer?: unknown }
  | { kind: 'refused'; refusal: Refusal }
  /** Asked again later; meanwhile nothing else is sent (`all`), or nothing else of its kind and group. */
  | { kind: 'later'; hold: 'all' | 'group'; refusal?: Refusal };

/** What the outbox has to know of a kind of entry. */
export interface EntryKind<E extends Entry = Entry> {
  send: (entry: E) => Promise<Outcome>;
  /** A newer one says everything that an older one says, so that the older one need not be sent. */
  replaces?: (newer: E, older: E) => boolean;
  /** How an acknowledged entry changes one that still waits behind it. */
  follow?: (sent: E, answer: unknown, waiting: E) => E;
}

import { computed, effectScope, ref, shallowRef, watch } from 'vue';
import { away } from '../client';
import { session } from '../session';
import type { Entry, EntryKind, Outcome } from './entry';
import { inherit } from './inherit';
import { waitBefore } from './retry';
import { browserShelf, type Shelf } from './shelf';
import { browserTabs, onlyTab, type Tabs } from './tabs';

/** Entries of one row are sent in order; one that has to wait holds back its row. */
const row = (entry: Entry) => `${entry.kind}/${entry.group}`;

type Listener = (entry: Entry, outcome: Outcome) => void;

const kinds = new Map<string, EntryKind>();

/** Makes a kind of entry known; entries of a kind that is not known yet wait for it. */
export function addKind<E extends Entry>(name: string, kind: EntryKind<E>): void {
  kinds.set(name, kind as unknown as EntryKind);
  if (current) void current.flush();
}

/**
 * What waits to be uploaded, of every kind. An entry leaves it only when the site has acknowledged it or a person has decided: no answer
 * of 500 or above, no timeout and no reload drops one.
 */
export function createOutbox(shelf: Shelf, tabs: Tabs) {
  const entries = shallowRef<Entry[]>([]);
  /** Entries that this browser has no room for: they live as long as the page. */
  const unsaved = shallowRef<ReadonlySet<string>>(new Set());
  const busy = ref(false);
  const memory = new Map<string, Entry>();
  /** Acknowledged or discarded here: not sent again, even where the browser could not delete it. */
  const gone = new Set<string>();
  const listeners = new Set<Listener>();
  let lastAt = 0;
  let failures = 0;
  let running: Promise<void> | null = null;
  let once = false;
  let stopped = false;
  let again: ReturnType<typeof setTimeout> | undefined;

  const me = () => session.value?.login ?? '';
  const mine = computed(() => entries.value.filter((e) => e.login === me()));
  const sendable = (e: Entry) => e.login === me() && !e.refusal?.final && kinds.has(e.kind);

  const show = (all: Entry[]) => (entries.value = [...all].sort((a, b) => a.at - b.at));

  async function refresh(): Promise<void> {
    // A database that cannot be read leaves what this page knows.
    const there = await shelf.all().catch(() => entries.value);
    show([...there.filter((e) => !memory.has(e.id) && !gone.has(e.id)), ...memory.values()]);
  }

  async function write(entry: Entry): Promise<void> {
    memory.set(entry.id, entry);
    show([...entries.value.filter((e) => e.id !== entry.id), entry]);
    try {
      await shelf.put(entry);
      memory.delete(entry.id);
      unsaved.value = new Set([...unsaved.value].filter((id) => id !== entry.id));
    } catch {
      // It is still sent from here, and the person is told what depends on this page.
      unsaved.value = new Set([...unsaved.value, entry.id]);
    }
  }

  /** Changes an entry that is still there: another tab may have seen it acknowledged meanwhile. */
  async function change(id: string, how: (entry: Entry) => Entry): Promise<void> {
    if (gone.has(id)) return;
    const there = memory.get(id) ?? (await shelf.get(id).catch(() => undefined));
    if (there) await write(how(there));
  }

  async function drop(id: string): Promise<void> {
    gone.add(id);
    memory.delete(id);
    unsaved.value = new Set([...unsaved.value].filter((one) => one !== id));
    show(entries.value.filter((e) => e.id !== id));
    await shelf.drop(id).catch(() => undefined);
  }

  /** Puts an entry in and tries to send it; settles when it was acknowledged, was refused, or has to wait. */
  async function add<E extends Entry>(entry: Omit<E, 'at' | 'login'>): Promise<void> {
    lastAt = Math.max(Date.now(), lastAt + 1);
    const whole = { ...entry, login: me(), at: lastAt } as unknown as Entry;
    const kind = kinds.get(whole.kind);
    const written = write(whole);
    for (const older of entries.value) {
      // One that was refused is decided by the newer one; one that may be on its way keeps its place before it.
      const same = older.id !== whole.id && older.kind === whole.kind && older.login === whole.login;
      if (same && kind?.replaces?.(whole, older) && (!older.tried || older.refusal?.final))
        await drop(older.id);
    }
    await written;
    tabs.tell({});
    failures = 0;
    await flush();
  }

  /** A person decided that an entry is not sent. */
  async function discard(id: string): Promise<void> {
    await drop(id);
    tabs.tell({});
    // It may have held others back.
    void flush();
  }

  /** A person who signs out decided that nothing of theirs stays on this device: which those are is known only while they are signed in. */
  function discardMine(): () => Promise<void> {
    const ids = mine.value.map((entry) => entry.id);
    return async () => {
      for (const id of ids) await drop(id);
      tabs.tell({});
    };
  }

  function flush(): Promise<void> {
    clearTimeout(again);
    once = true;
    return (running ??= run().finally(() => (running = null)));
  }

  async function run(): Promise<void> {
    while (once && !stopped) {
      once = false;
      await tabs.alone(async () => {
        await pass();
      });
    }
    if (!stopped && entries.value.some(sendable)) {
      again = setTimeout(() => void flush(), waitBefore(failures++));
    }
  }

  /** Sends what can be sent, in order. */
  async function pass(): Promise<void> {
    const held = new Set<string>();
    while (!stopped) {
      await refresh();
      const next = entries.value.find((e) => sendable(e) && !held.has(row(e)));
      if (!next) return;
      busy.value = true;
      try {
        if (!next.tried) await write({ ...next, tried: true });
        const outcome = await kinds.get(next.kind)!.send(next);
        await settle(next, outcome);
        if (outcome.kind === 'later') {
          if (outcome.hold === 'all') return;
          held.add(row(next));
        }
      } finally {
        busy.value = false;
      }
    }
  }

  async function settle(sent: Entry, outcome: Outcome): Promise<void> {
    if (outcome.kind === 'acknowledged') {
      failures = 0;
      // Heard before it goes: a page that looks in between must find it here or in the answer.
      listeners.forEach((listener) => listener(sent, outcome));
      await drop(sent.id);
      const follow = kinds.get(sent.kind)?.follow;
      for (const other of entries.value) {
        if (!follow || other.kind !== sent.kind || other.group !== sent.group) continue;
        const changed = follow(sent, outcome.answer, other);
        if (changed !== other) await change(other.id, () => changed);
      }
    } else if (outcome.refusal) {
      const refusal = outcome.refusal;
      await change(sent.id, (entry) => ({ ...entry, refusal }));
    }
    tabs.tell({ entry: sent, outcome });
    if (outcome.kind !== 'acknowledged') listeners.forEach((listener) => listener(sent, outcome));
  }

  /** Hears what became of each entry, whichever tab sent it; gives back how to stop. */
  function onOutcome(listener: Listener): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }

  /** Tries at once, however long the wait has grown. */
  function now(): Promise<void> {
    failures = 0;
    return flush();
  }
  const soon = () => void now();
  const warn = (event: BeforeUnloadEvent) => {
    if (unsaved.value.size) event.preventDefault();
  };
  const scope = effectScope(true);
  scope.run(() => {
    watch(
      () => session.value?.login,
      (login) => login && soon(),
    );
    // Whoever asked first heard the site again: what waits need not sit out its pause.
    watch(away, (now) => now === null && soon());
  });
  window.addEventListener('online', soon);
  window.addEventListener('beforeunload', warn);
  tabs.hear(({ entry, outcome }) => {
    void refresh().then(() => {
      if (entry && outcome) listeners.forEach((listener) => listener(entry, outcome));
    });
  });

  function stop(): void {
    stopped = true;
    clearTimeout(again);
    scope.stop();
    listeners.clear();
    window.removeEventListener('online', soon);
    window.removeEventListener('beforeunload', warn);
    tabs.close();
  }

  void refresh().then(flush);
  return { entries, mine, unsaved, busy, add, discard, discardMine, flush, now, onOutcome, refresh, stop };
}

export type Outbox = ReturnType<typeof createOutbox>;

let current: Outbox | undefined;

/** The outbox of this browser; what an earlier version of the application left waiting is taken over when it is first asked for. */
export function outbox(): Outbox {
  if (!current) {
    current = createOutbox(browserShelf, browserTabs());
    void inherit(browserShelf).then(() => current?.flush());
  }
  return current;
}

/** An outbox of a test's own, on a shelf of its own, instead of the browser's. */
export function outboxForTest(shelf: Shelf): Outbox {
  current?.stop();
  return (current = createOutbox(shelf, onlyTab));
}

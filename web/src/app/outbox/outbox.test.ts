import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { away, Problem } from '../client';
import { session } from '../session';
import type { Entry, Outcome } from './entry';
import { addKind, createOutbox, type Outbox } from './outbox';
import { outcomeOf, waitBefore } from './retry';
import { memoryShelf, type Shelf } from './shelf';
import { onlyTab, type News, type Tabs } from './tabs';

type Note = Entry & { kind: 'note'; text: string };

const person = (login: string) => (session.value = { login, name: login } as never);
const fault = new Problem(500, 'fault', 'The site had a fault.');
let answer: (entry: Note) => Promise<Outcome> | Outcome;
let sent: string[];
const open: Outbox[] = [];

addKind<Note>('note', {
  send: async (entry) => {
    sent.push(`${entry.group}:${entry.text}`);
    return answer(entry);
  },
  replaces: (newer, older) => newer.group === older.group,
  follow: (done, after, waiting) => ({
    ...waiting,
    text: `${waiting.text} after ${done.text}${String(after)}`,
  }),
});

function box(shelf: Shelf = memoryShelf(), tabs: Tabs = onlyTab): Outbox {
  const one = createOutbox(shelf, tabs);
  open.push(one);
  return one;
}
const note = (text: string, group = 'a'): Omit<Note, 'at' | 'login'> => ({
  id: `${group}-${text}`,
  kind: 'note',
  group,
  about: text,
  text,
});
const texts = (of: Outbox) => of.entries.value.map((e) => (e as Note).text);

/** Two tabs of one browser: they wait for each other and hear each other. */
function twoTabs(): [Tabs, Tabs] {
  let last: Promise<void> = Promise.resolve();
  const hearing: ((news: News) => void)[][] = [[], []];
  const tab = (me: number): Tabs => ({
    alone: (work) => (last = last.then(work)),
    tell: (news) => hearing[1 - me]!.forEach((hear) => hear(news)),
    hear: (listener) => void hearing[me]!.push(listener),
    close: () => undefined,
  });
  return [tab(0), tab(1)];
}

describe('outbox', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    sent = [];
    answer = () => ({ kind: 'acknowledged', answer: '' });
    person('mara');
  });
  afterEach(() => {
    open.splice(0).forEach((one) => one.stop());
    vi.useRealTimers();
  });

  it('lets go of an entry that was acknowledged, and of no other', async () => {
    const shelf = memoryShelf();
    const one = box(shelf);
    await one.add<Note>(note('first'));
    expect(sent).toEqual(['a:first']);
    expect(shelf.kept.size).toBe(0);
    answer = () => outcomeOf(new Problem(503, 'database-away', 'Away.'));
    await one.add<Note>(note('second'));
    expect([...shelf.kept.keys()]).toEqual(['a-second']);
  });

  it.each([500, 502, 503, 504, 507, 408, 429, 401, 0])(
    'keeps what got the answer %i over any number of tries and a reload, and sends it in the end',
    async (status) => {
      const shelf = memoryShelf();
      const one = box(shelf);
      answer = () => outcomeOf(new Problem(status, 'any', 'Not now.'));
      await one.add<Note>(note('first'));
      await vi.advanceTimersByTimeAsync(120_000);
      expect(sent.length).toBeGreaterThan(4);
      expect([...shelf.kept.keys()]).toEqual(['a-first']);
      one.stop();
      answer = () => ({ kind: 'acknowledged', answer: '' });
      box(shelf);
      await vi.advanceTimersByTimeAsync(10);
      expect(shelf.kept.size).toBe(0);
    },
  );

  it('holds back one group for a fault, and all while nobody answers', async () => {
    const one = box();
    answer = (entry) => (entry.group === 'a' ? outcomeOf(fault) : { kind: 'acknowledged', answer: '' });
    await one.add<Note>(note('first', 'a'));
    await one.add<Note>(note('other', 'b'));
    expect(texts(one)).toEqual(['first']);
    expect(one.entries.value[0]!.refusal).toEqual({
      code: 'fault',
      message: 'The site had a fault.',
      final: false,
    });
    sent = [];
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await one.add<Note>(note('third', 'b'));
    expect(sent).toEqual(['a:first']);
  });

  it('asks no more for what was refused, and keeps it until a person decides', async () => {
    const shelf = memoryShelf();
    const one = box(shelf);
    answer = () => outcomeOf(new Problem(400, 'bad-value', 'Gain has no x.'));
    await one.add<Note>(note('x'));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent).toEqual(['a:x']);
    expect(shelf.kept.get('a-x')?.refusal).toEqual({
      code: 'bad-value',
      message: 'Gain has no x.',
      final: true,
    });
    await one.discard('a-x');
    expect(shelf.kept.size).toBe(0);
  });

  it('replaces what was not sent yet or was refused, but not what may have reached the site', async () => {
    const one = box();
    answer = () => outcomeOf(new Problem(400, 'bad-value', 'No.'));
    await one.add<Note>(note('refused'));
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await one.add<Note>(note('lost'));
    expect(texts(one)).toEqual(['lost']);
    await one.add<Note>(note('newer'));
    expect(texts(one)).toEqual(['lost', 'newer']);
    await one.add<Note>(note('newest'));
    expect(texts(one)).toEqual(['lost', 'newest']);
    answer = () => ({ kind: 'acknowledged', answer: '!' });
    sent = [];
    await one.now();
    expect(sent).toEqual(['a:lost', 'a:newest after lost!']);
  });

  it('sends under the name of who did it, or not at all', async () => {
    const shelf = memoryShelf();
    const one = box(shelf);
    answer = () => outcomeOf(new Problem(401, 'sign-in', 'Sign in.'));
    await one.add<Note>(note('hers'));
    answer = () => ({ kind: 'acknowledged', answer: '' });
    sent = [];
    person('joss');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent).toEqual([]);
    expect(one.mine.value).toEqual([]);
    await one.discardMine()();
    expect(shelf.kept.size).toBe(1);
    person('mara');
    await vi.advanceTimersByTimeAsync(10);
    expect(sent).toEqual(['a:hers']);
  });

  it('loses nothing of two tabs, sends nothing twice, and tells both what became of it', async () => {
    const shelf = memoryShelf();
    const [left, right] = twoTabs();
    const [one, two] = [box(shelf, left), box(shelf, right)];
    const heard: string[] = [];
    two.onOutcome((entry, outcome) => heard.push(`${entry.id} ${outcome.kind}`));
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await Promise.all([one.add<Note>(note('here', 'a')), two.add<Note>(note('there', 'b'))]);
    await vi.advanceTimersByTimeAsync(0);
    expect(texts(one).sort()).toEqual(['here', 'there']);
    expect(texts(two).sort()).toEqual(['here', 'there']);
    sent = [];
    answer = () => ({ kind: 'acknowledged', answer: '' });
    await Promise.all([one.now(), two.now()]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect([...sent].sort()).toEqual(['a:here', 'b:there']);
    expect(shelf.kept.size).toBe(0);
    expect(texts(two)).toEqual([]);
    expect(heard).toContain('a-here acknowledged');
  });

  it('says what depends on this page where the browser has no room, and still sends it once', async () => {
    const full = {
      ...memoryShelf(),
      put: () => Promise.reject(new DOMException('full', 'QuotaExceededError')),
    };
    const one = box(full);
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await one.add<Note>(note('first'));
    expect([...one.unsaved.value]).toEqual(['a-first']);
    const leaving = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
    answer = () => ({ kind: 'acknowledged', answer: '' });
    sent = [];
    await one.now();
    expect(sent).toEqual(['a:first']);
    expect(one.unsaved.value.size).toBe(0);
    expect(one.entries.value).toEqual([]);
  });

  it('does not send for ever what a browser cannot delete', async () => {
    const shelf = { ...memoryShelf(), drop: () => Promise.reject(new Error('no')) };
    const one = box(shelf);
    await one.add<Note>(note('first'));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent).toEqual(['a:first']);
  });

  it('tries at once when the network is back', async () => {
    const one = box();
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await one.add<Note>(note('first'));
    await vi.advanceTimersByTimeAsync(100_000);
    sent = [];
    answer = () => ({ kind: 'acknowledged', answer: '' });
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toEqual(['a:first']);
  });

  it('tries at once when anything of the page hears the site again', async () => {
    const one = box();
    away.value = 'The site cannot be reached.';
    answer = () => outcomeOf(new Problem(0, 'unreachable', 'Nobody.'));
    await one.add<Note>(note('first'));
    await vi.advanceTimersByTimeAsync(100_000);
    sent = [];
    answer = () => ({ kind: 'acknowledged', answer: '' });
    away.value = null;
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toEqual(['a:first']);
  });
});

describe('the policy of trying again', () => {
  it('waits twice as long each time, half a minute at most', () => {
    expect([0, 1, 2, 3, 4, 5, 50].map(waitBefore)).toEqual([1500, 3000, 6000, 12000, 24000, 30000, 30000]);
  });

  it.each([
    [400, 'bad-value', 'refused'],
    [404, 'not-found', 'refused'],
    [409, 'immutable', 'refused'],
    [413, 'too-large', 'refused'],
    [403, 'forgery-token', 'later'],
    [403, 'not-allowed', 'refused'],
    [500, 'fault', 'later'],
  ])('takes %i %s as %s', (status, code, kind) => {
    expect(outcomeOf(new Problem(status, code, 'x')).kind).toBe(kind);
  });
});

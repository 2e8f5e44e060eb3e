import { beforeEach, describe, expect, it } from 'vitest';
import { outboxForTest } from '../../app/outbox/outbox';
import { memoryShelf } from '../../app/outbox/shelf';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import { moved, type LateEntry } from './outgoing';

const END = '2031-05-05T14:00:00Z';
const later = (minutes: number) => new Date(Date.parse(END) + minutes * 60_000).toISOString();
const shoot = (end: string, version: number) => ({ document: { id: 's1', end }, version });
const late = (minutes: number): Omit<LateEntry, 'at' | 'login'> => ({
  id: crypto.randomUUID(),
  kind: 'late',
  group: 's1',
  about: 'Ferns: late',
  minutes,
  seen: 3,
  end: END,
});

describe('a day that is late', () => {
  beforeEach(() => {
    session.value = { login: 'mara', name: 'Mara' } as never;
  });

  it('is told with the time it was said at, and the next move has seen the one before', async () => {
    const box = outboxForTest(memoryShelf());
    const asked = stubSite({});
    await box.add<LateEntry>(late(20));
    await box.add<LateEntry>(late(-10));
    expect(box.mine.value).toHaveLength(2);
    const first = box.mine.value[0]!.at;
    asked.length = 0;
    const now = stubSite({
      'POST /api/shoots/s1/late': ({ seen }) =>
        json(200, seen === '"3"' ? shoot(later(20), 4) : shoot(later(10), 5)),
    });
    await box.now();
    expect(now.map((a) => [a.seen, (a.body as { minutes: number }).minutes])).toEqual([
      ['"3"', 20],
      ['"4"', -10],
    ]);
    expect((now[0]!.body as { at: string }).at).toBe(new Date(first).toISOString());
    expect(box.mine.value).toHaveLength(0);
  });

  it.each([
    ['it arrived and only its answer was lost', later(20), 0],
    ['somebody else changed the shoot', later(45), 1],
  ])('is known again where %s', async (_what, end, left) => {
    const box = outboxForTest(memoryShelf());
    stubSite({
      'POST /api/shoots/s1/late': () => json(412, { code: 'changed-meanwhile', detail: 'Changed.' }),
      'GET /api/shoots/s1': () => json(200, shoot(end, 4)),
    });
    await box.add<LateEntry>(late(20));
    expect(box.mine.value).toHaveLength(left);
    expect(box.mine.value.filter((e) => e.refusal?.final)).toHaveLength(left);
  });

  it('is shown moved at once: what was over stays, what is to come is later, and nothing is before it was said', () => {
    const moment = (at: string) => ({ at, duty: 'block', cameras: [], name: 'Bed' }) as never;
    const day = [
      moment('2031-05-05T09:00:00Z'),
      moment('2031-05-05T10:05:00Z'),
      moment('2031-05-05T12:00:00Z'),
    ];
    const said = (minutes: number) => ({
      ...late(minutes),
      login: 'mara',
      at: Date.parse('2031-05-05T10:00:00Z'),
    });
    expect(moved(day, [said(20)]).map((m) => m.at.slice(11, 16))).toEqual(['09:00', '10:25', '12:20']);
    expect(moved(day, [said(-10)]).map((m) => m.at.slice(11, 16))).toEqual(['09:00', '10:00', '11:50']);
    expect(moved(day, [])).toEqual(day);
  });
});

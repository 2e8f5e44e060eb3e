import { mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, watch } from 'vue';
import { away } from '../../app/client';
import { heardForTest } from '../../app/live';
import { outboxForTest } from '../../app/outbox/outbox';
import { memoryShelf } from '../../app/outbox/shelf';
import { session } from '../../app/session';
import { useCheck } from './useCheck';

const line = (setting: string, version = 0) => ({
  line: { setting },
  reading: { kind: version ? 'value' : 'unread', version },
  foundVersion: version,
  leftVersion: 0,
  verdict: {},
});
const view = (...lines: ReturnType<typeof line>[]) => ({
  id: 'c1',
  signedAt: null,
  lines,
  summary: {},
  now: {},
});

/** The site, as a list of answers: each request takes the next one. */
function site(...answers: (() => Response)[]) {
  const asked: { method: string; path: string; seen: string | null; body: unknown }[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const body = request.method === 'GET' ? null : await request.json().catch(() => null);
    asked.push({
      method: request.method,
      path: new URL(request.url).pathname,
      seen: request.headers.get('If-Match'),
      body,
    });
    const next = answers.shift();
    if (!next) throw new TypeError('nobody answers');
    return next();
  });
  return asked;
}
const json = (status: number, body: unknown) => () =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'Content-Type': status < 400 ? 'application/json' : 'application/problem+json' },
  });
const gone = () => {
  throw new TypeError('connection refused');
};

function open() {
  let check!: ReturnType<typeof useCheck>;
  const wrapper = mount(
    defineComponent({
      setup: () => {
        check = useCheck('c1');
        return () => null;
      },
    }),
  );
  opened.push(wrapper);
  return { check, wrapper };
}
// A page that is left hears nothing more and sends nothing more.
const opened: { unmount(): void }[] = [];
afterEach(() => opened.splice(0).forEach((w) => w.unmount()));
/** The pages and the outbox have done what they do without being asked again. */
const settled = () => new Promise((done) => setTimeout(done, 20));
let shelf: ReturnType<typeof memoryShelf>;

describe('useCheck', () => {
  beforeEach(() => {
    localStorage.clear();
    shelf = memoryShelf();
    outboxForTest(shelf);
    away.value = null;
    session.value = {
      login: 'mara',
      name: 'Mara Quill',
      role: 'operator',
      rights: [],
      notation: { iris: 'dial', whiteBalance: 'kelvin' },
      writeToken: 't',
    };
    vi.useRealTimers();
  });

  it('sends a reading with the version that was seen', async () => {
    const asked = site(json(200, view(line('gain', 3))), json(200, view(line('gain', 4))));
    const { check } = open();
    await settled();
    expect(await check.record('gain', 'H')).toBe(true);
    expect(asked[1]).toMatchObject({
      method: 'PUT',
      path: '/api/checks/c1/readings/gain',
      seen: '"3"',
    });
    expect(asked[1]!.body).toMatchObject({ read: 'H', stage: 'found' });
    expect(check.waiting.value).toEqual([]);
    expect(check.check.value?.lines[0]!.reading.version).toBe(4);
  });

  it('keeps a reading while the site is away, says so, and sends it when it is back', async () => {
    const away503 = json(503, { code: 'database-away', detail: 'The database cannot be reached.' });
    const asked = site(json(200, view(line('gain'))), away503, json(200, view(line('gain', 1))));
    const { check } = open();
    await settled();
    expect(await check.record('gain', 'H')).toBe(true);
    expect(check.waiting.value).toMatchObject([{ setting: 'gain', read: 'H', seen: 0, stage: 'found' }]);
    expect(away.value).toContain('database');
    await vi.waitFor(() => expect(check.waiting.value).toEqual([]), { timeout: 4000 });
    expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(2);
    expect(away.value).toBeNull();
  });

  it('finds what waited again after a reload, and the check with it', async () => {
    site(json(200, view(line('gain'))), gone);
    const first = open();
    await settled();
    await first.check.record('gain', 'H');
    first.wrapper.unmount();

    // The page is loaded anew: only the shelf is left.
    outboxForTest(shelf);
    site(gone);
    const second = open();
    await settled();
    expect(second.check.check.value?.id).toBe('c1');
    expect(second.check.waiting.value).toMatchObject([{ setting: 'gain', read: 'H', seen: 0 }]);
    second.wrapper.unmount();
  });

  it('sends several in order, and a correction of a reading that is on its way does not conflict with it', async () => {
    const after = (gain: number, nd: number) => json(200, view(line('gain', gain), line('nd', nd)));
    const asked = site(after(0, 0), gone, after(1, 0), after(1, 1), after(2, 1));
    const { check } = open();
    await settled();
    await check.record('gain', 'M');
    void check.record('nd', '1');
    void check.record('gain', 'H');
    await vi.waitFor(() => expect(check.waiting.value).toEqual([]), { timeout: 4000 });
    const puts = asked.filter((a) => a.method === 'PUT').slice(1);
    expect(puts.map((a) => [a.path.split('/').at(-1), (a.body as { read: string }).read, a.seen])).toEqual([
      ['gain', 'M', '"0"'],
      ['nd', '1', '"0"'],
      ['gain', 'H', '"1"'],
    ]);
  });

  it('shows a refusal at its notch and does not send it again', async () => {
    const asked = site(
      json(200, view(line('gain'))),
      json(400, { code: 'bad-value', pointer: '/read', detail: 'Gain has no “x”.' }),
    );
    const { check } = open();
    await settled();
    expect(await check.record('gain', 'x')).toBe(false);
    expect(check.refusal.value).toEqual({ setting: 'gain', message: 'Gain has no “x”.' });
    expect(check.waiting.value).toEqual([]);
    expect(asked).toHaveLength(2);
    // It is not thrown away for that: a person corrects or discards it.
    expect(check.readings.value).toMatchObject([{ read: 'x', refusal: { final: true } }]);
    site(json(200, view(line('gain', 1))));
    expect(await check.record('gain', 'H')).toBe(true);
    expect(check.readings.value).toEqual([]);
  });

  it('loses nothing on a fault of the site: three readings wait, and all three are uploaded', async () => {
    const fault = json(500, { code: 'fault', detail: 'The site had a fault.' });
    const after = (...v: [number, number, number]) =>
      json(200, view(line('gain', v[0]), line('nd', v[1]), line('iris', v[2])));
    const asked = site(after(0, 0, 0), fault, fault, fault, after(1, 0, 0), after(1, 1, 0), after(1, 1, 1));
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    await check.record('nd', '1');
    await check.record('iris', 'f/4');
    expect(check.waiting.value.map((w) => w.setting)).toEqual(['gain', 'nd', 'iris']);
    expect(shelf.kept.size).toBe(3);
    await vi.waitFor(() => expect(check.waiting.value).toEqual([]), { timeout: 4000 });
    expect(asked.slice(-3).map((a) => a.path.split('/').at(-1))).toEqual(['gain', 'nd', 'iris']);
    expect(check.check.value?.lines.map((l) => l.foundVersion)).toEqual([1, 1, 1]);
  });

  it('asks the person when somebody else read the same notch, and puts theirs over only when told', async () => {
    const clash = {
      code: 'changed-meanwhile',
      detail: 'Mara read L meanwhile.',
      yours: { label: 'H', by: 'Joss', kind: 'value', typed: 'H' },
      theirs: { label: 'L', by: 'Mara' },
    };
    const asked = site(
      json(200, view(line('gain'))),
      json(412, clash),
      json(200, view(line('gain', 1))),
      json(200, view(line('gain', 2))),
    );
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    expect(check.conflict.value).toMatchObject({ setting: 'gain', theirs: { by: 'Mara' } });
    await check.settle(true);
    expect(asked.at(-1)).toMatchObject({
      path: '/api/checks/c1/readings/gain/decision',
      body: { stage: 'found', by: 'Joss', kind: 'value', typed: 'H' },
    });
    expect(check.conflict.value).toBeNull();
  });

  it('lets theirs stand by saying so, since both are kept', async () => {
    const asked = site(
      json(200, view(line('gain'))),
      json(412, { code: 'changed-meanwhile', yours: {}, theirs: {} }),
      json(200, view(line('gain', 1))),
      json(200, view(line('gain', 1))),
    );
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    await check.settle(false);
    expect(asked).toHaveLength(4);
    expect(asked[3]!.body).toEqual({ stage: 'found', by: null, kind: null, typed: null });
  });

  it('sends the same receipt again after a lost answer', async () => {
    const asked = site(json(200, view(line('gain'))), gone, json(200, view(line('gain', 1))));
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    await vi.waitFor(() => expect(check.waiting.value).toEqual([]), { timeout: 4000 });
    const [first, second] = asked
      .filter((a) => a.method === 'PUT')
      .map((a) => (a.body as { receipt: string }).receipt);
    expect(first).toBeTruthy();
    expect(second).toBe(first);
  });

  it('keeps what somebody else read on this machine until that person is back', async () => {
    site(json(200, view(line('gain'))), gone);
    const first = open();
    await settled();
    await first.check.record('gain', 'H');
    first.wrapper.unmount();

    session.value = {
      login: 'joss',
      name: 'Joss Penhale',
      role: 'operator',
      rights: [],
      notation: { iris: 'dial', whiteBalance: 'kelvin' },
      writeToken: 't',
    };
    const asked = site(json(200, view(line('gain'))), json(200, view(line('gain', 1))));
    const second = open();
    await settled();
    expect(asked.filter((a) => a.method === 'PUT')).toEqual([]);
    expect(second.check.waiting.value).toHaveLength(1);
    session.value = {
      login: 'mara',
      name: 'Mara Quill',
      role: 'operator',
      rights: [],
      notation: { iris: 'dial', whiteBalance: 'kelvin' },
      writeToken: 't',
    };
    await vi.waitFor(() => expect(second.check.waiting.value).toEqual([]));
    second.wrapper.unmount();
  });

  it('says beside a check that was signed meanwhile what it had read before, once, and in order', async () => {
    const signed = { ...view(line('gain')), signedAt: '2026-11-25T10:00:00Z' };
    const asked = site(
      json(200, view(line('gain'), line('nd'))),
      gone,
      json(409, { code: 'immutable', detail: 'This check is signed.' }),
      json(200, signed),
      json(200, signed),
    );
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    expect(check.waiting.value).toHaveLength(1);
    await vi.waitFor(() => expect(check.waiting.value).toEqual([]), { timeout: 4000 });
    const puts = asked.filter((a) => a.method === 'PUT');
    const receipt = (puts[0]!.body as { receipt: string }).receipt;
    expect(puts.at(-1)!.path).toBe(`/api/checks/c1/late-readings/${receipt}`);
    expect(puts.at(-1)!.body).toEqual({
      setting: 'gain',
      read: 'H',
      stage: 'found',
    });
    await vi.waitFor(() => expect(check.check.value?.signedAt).toBeTruthy());
    expect(check.refusal.value).toBeNull();
  });

  it('gives nothing up while it cannot be said beside the check either', async () => {
    site(
      json(200, view(line('gain'))),
      json(409, { code: 'immutable', detail: 'This check is signed.' }),
      json(503, { code: 'database-away', detail: 'The database cannot be reached.' }),
    );
    const { check } = open();
    await settled();
    await check.record('gain', 'H');
    expect(check.waiting.value).toHaveLength(1);
    expect([...shelf.kept.values()]).toMatchObject([{ read: 'H' }]);
  });

  it('asks again when somebody else changed this check, and only then', async () => {
    const asked = site(
      json(200, view(line('gain'))),
      json(200, view(line('gain', 1))),
      json(200, view(line('gain', 2))),
    );
    const { wrapper } = open();
    await settled();
    heardForTest('OBG-101', 'another');
    await settled();
    expect(asked).toHaveLength(1);
    heardForTest('OBG-106', 'c1');
    await settled();
    expect(asked).toHaveLength(2);
    // After a line that was down anything may have happened.
    heardForTest('', '');
    await settled();
    expect(asked).toHaveLength(3);
    wrapper.unmount();
  });

  it('does not show an answer over a newer one that came before it', async () => {
    let late!: (answer: Response) => void;
    const slow = () => new Promise<Response>((done) => (late = done)) as never as Response;
    const of = (version: number) => ({ ...view(line('gain', version)), version });
    site(json(200, of(1)), slow, json(200, of(2)));
    const { check } = open();
    await settled();
    heardForTest('OBG-106', 'c1');
    expect(await check.record('gain', 'H')).toBe(true);
    late(json(200, of(1))());
    await settled();
    expect(check.check.value?.version).toBe(2);
    expect(check.lines.value[0]!.reading.version).toBe(2);
  });

  it('has a reading among those that wait until its answer is shown', async () => {
    site(json(200, view(line('gain'))), json(200, view(line('gain', 1))));
    const { check } = open();
    await settled();
    const between: boolean[] = [];
    watch(
      () => check.waiting.value.length > 0 || check.lines.value[0]!.reading.kind === 'value',
      (known) => between.push(known),
      { flush: 'sync' },
    );
    await check.record('gain', 'H');
    expect(between).toEqual([true]);
  });

  it('looks at what others did while a reading of its own was under way', async () => {
    let answer!: (answer: Response) => void;
    const slow = () => new Promise<Response>((done) => (answer = done)) as never as Response;
    const asked = site(json(200, view(line('gain'))), slow, json(200, view(line('gain', 2))));
    const { check } = open();
    await settled();
    const recorded = check.record('gain', 'H');
    await settled();
    heardForTest('OBG-106', 'c1');
    answer(json(200, view(line('gain', 1)))());
    await recorded;
    await vi.waitFor(() => expect(asked).toHaveLength(3));
    await vi.waitFor(() => expect(check.lines.value[0]!.reading.version).toBe(2));
  });

  it('records what was corrected beside what was found, each with its own version', async () => {
    const found = { ...line('gain', 3), leftVersion: 1 };
    const asked = site(json(200, view(found)), json(200, view({ ...found, leftVersion: 2 })));
    const { check } = open();
    await settled();
    check.stage.value = 'left';
    await check.record('gain', 'L');
    expect(asked[1]).toMatchObject({ seen: '"1"', body: { read: 'L', stage: 'left' } });
  });

  it('says what is wrong when the check is not there', async () => {
    site(json(404, { code: 'not-found', detail: 'There is no check c1.' }));
    const { check } = open();
    await settled();
    expect(check.failure.value).toBe('There is no check c1.');
  });

  it('forgets what it kept once the check is signed', async () => {
    site(
      json(200, view(line('gain', 1))),
      json(200, { ...view(line('gain', 1)), signedAt: '2026-11-20T10:00:00Z' }),
    );
    const { check } = open();
    await settled();
    expect(localStorage.getItem('gold-notch.check.c1.view')).not.toBeNull();
    await check.sign('fine');
    expect(localStorage.getItem('gold-notch.check.c1.view')).toBeNull();
  });
});

import { mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, ref } from 'vue';
import { usePicture } from './usePicture';

const view = (version: number, x: number) => ({
  id: 'p1',
  version,
  isHere: true,
  settings: {},
  regions: [{ id: 'r1', kind: 'greyCard', x, y: 0, width: 10, height: 10 }],
  unit: '',
  original: false,
  measured: { regions: [] },
});
const json = (body: unknown) =>
  new Response(JSON.stringify(body), { headers: { 'Content-Type': 'application/json' } });

describe('usePicture', () => {
  let saves: { seen: string | null; x: number; answer: (version: number) => void }[];
  beforeEach(() => {
    vi.useFakeTimers();
    saves = [];
    vi.stubGlobal('fetch', async (request: Request) => {
      if (request.method !== 'PUT') return json(request.method === 'GET' ? view(1, 0) : {});
      const { regions } = (await request.json()) as { regions: { x: number }[] };
      return new Promise<Response>((done) =>
        saves.push({
          seen: request.headers.get('If-Match'),
          x: regions[0]!.x,
          answer: (version) => done(json(view(version, regions[0]!.x))),
        }),
      );
    });
  });
  afterEach(() => vi.useRealTimers());
  const open = () => {
    let work!: ReturnType<typeof usePicture>;
    const page = mount(
      defineComponent({
        setup: () => {
          work = usePicture(ref('p1'));
          return () => null;
        },
      }),
    );
    return { work, page };
  };
  const move = (work: ReturnType<typeof usePicture>, x: number) =>
    work.change((d) => {
      d.regions[0]!.x = x;
    });

  it('saves what is moved on during a slow answer after it, with the version of that answer', async () => {
    const { work } = open();
    await vi.advanceTimersByTimeAsync(10);
    move(work, 10);
    await vi.advanceTimersByTimeAsync(1000);
    move(work, 20);
    await vi.advanceTimersByTimeAsync(1000);
    expect(saves.map((s) => [s.seen, s.x])).toEqual([['"1"', 10]]);
    saves[0]!.answer(2);
    await vi.advanceTimersByTimeAsync(1000);
    expect(saves.map((s) => [s.seen, s.x]).slice(1)).toEqual([['"2"', 20]]);
    saves[1]!.answer(3);
    await vi.advanceTimersByTimeAsync(1000);
    expect([work.state.value, work.wrong.value, saves.length]).toEqual(['saved', '', 2]);
  });

  it('saves at once when the page is left', async () => {
    const { work, page } = open();
    await vi.advanceTimersByTimeAsync(10);
    move(work, 30);
    page.unmount();
    await vi.advanceTimersByTimeAsync(0);
    expect(saves.map((s) => s.x)).toEqual([30]);
  });
});

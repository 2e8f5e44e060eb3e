import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick } from 'vue';
import type { Views } from '../../app/client';
import { newLineUp } from '../../testing/newLineUp';
import { json, stubSite } from '../../testing/site';
import { useLineUp } from './useLineUp';

const ID = '5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01';
const document = (over: object = {}) =>
  ({
    id: ID,
    name: 'Talk',
    place: '',
    standard: 'talk',
    light: {
      temperatureK: 5600,
      mainsHz: 60,
      lamp: 'daylight',
      lux: 500,
      meter: 'dome',
      dimStops: 0,
      raiseStops: 0,
    },
    cameras: [
      { letter: 'A', unit: 'OBG-1', part: '', watch: 'fixed', require: 'open', lens: '', looksAt: '' },
    ],
    strategy: 'own-base',
    maxFront: 1,
    offsetStops: 0,
    colourReference: 'A',
    oneReading: true,
    ...over,
  }) as unknown as Views['LineUpDocument'];
const plan = (over: object = {}) => ({ faults: [], cameras: [], lenses: [], ...over });
const whole = () =>
  ({
    document: document(),
    version: 3,
    changedBy: 'Ines',
    changedAt: '',
    plan: plan(),
  }) as unknown as Views['LineUpView'];

function open() {
  let it!: ReturnType<typeof useLineUp>;
  const wrapper = mount(defineComponent({ setup: () => ((it = useLineUp(whole())), () => null) }), {
    global: { plugins: [VueQueryPlugin] },
  });
  return { it, wrapper };
}
const pass = async (ms: number) => {
  await vi.advanceTimersByTimeAsync(ms);
  await flushPromises();
};

describe('useLineUp', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('plans while something is typed and keeps it a moment later against the version it saw', async () => {
    const asked = stubSite({
      'POST /api/line-ups/preview': () => json(200, plan({ scene: ['planned anew'] })),
      [`PUT /api/line-ups/${ID}`]: () => json(200, { ...whole(), version: 4 }),
    });
    const { it } = open();
    it.doc.value.place = 'glasshouse';
    await pass(100);
    expect(it.plan.value).toMatchObject({ scene: ['planned anew'] });
    await pass(800);
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
      seen: '"3"',
      body: { place: 'glasshouse' },
    });
    expect(it.revision.value).toBe(4);
    expect(localStorage.length).toBe(0);
  });

  it('holds what the site cannot read in this browser, tells it at its field, and the last plan stands', async () => {
    stubSite({
      'POST /api/line-ups/preview': (a) =>
        (a.body as { cameras: { require: string }[] }).cameras[0]!.require === 'deepish'
          ? json(400, { code: 'bad-value', detail: 'It cannot be read.', pointer: '/cameras/0/requirement' })
          : json(200, plan({ scene: ['before'] })),
      [`PUT /api/line-ups/${ID}`]: () =>
        json(400, { code: 'bad-value', detail: 'It cannot be read.', pointer: '/cameras/0/requirement' }),
    });
    const first = open();
    await pass(100);
    first.it.doc.value.cameras[0]!.require = 'deepish';
    await pass(900);
    expect(first.it.messageAt('/cameras/0/requirement')).toBe('It cannot be read.');
    expect(first.it.messageAt('/cameras/0/unit')).toBe('');
    expect(first.it.plan.value).toMatchObject({ scene: ['before'] });
    expect(first.it.state.value).toBe('wrong');
    first.wrapper.unmount();
    const second = open();
    await nextTick();
    expect(second.it.doc.value.cameras[0]!.require).toBe('deepish');
    expect(second.it.restored).toBe(true);
  });

  it('tells what keeps a camera out at its field', async () => {
    stubSite({
      'POST /api/line-ups/preview': () =>
        json(
          200,
          plan({ faults: [{ letter: 'A', pointer: '/cameras/0/lens', message: 'Say which lens.' }] }),
        ),
    });
    const { it } = open();
    await pass(100);
    expect(it.messageAt('/cameras/0/lens')).toBe('Say which lens.');
  });

  it('gives the next free letter, and forgets a colour reference that is taken out', async () => {
    stubSite({
      'POST /api/line-ups/preview': () => json(200, plan()),
      'GET /api/line-ups/new': () => json(200, newLineUp()),
    });
    const { it } = open();
    await pass(10);
    it.add('OBG-2');
    it.add('OBG-3');
    expect(it.doc.value.cameras.map((c) => c.letter)).toEqual(['A', 'B', 'C']);
    expect(it.chosen.value).toBe('C');
    expect(it.camera.value).toMatchObject({ unit: 'OBG-3', distanceM: 3 });
    it.remove('A');
    expect(it.doc.value.colourReference).toBe('');
    it.add('OBG-4');
    expect(it.doc.value.cameras.map((c) => c.letter)).toEqual(['B', 'C', 'A']);
    it.remove('A');
    expect(it.camera.value).toBeNull();
  });

  it('adds a camera as it was used last, and keeps the distance of a new one where it had none', async () => {
    stubSite({
      'POST /api/line-ups/preview': () => json(200, plan()),
      'GET /api/line-ups/new': () => json(200, newLineUp()),
    });
    const { it } = open();
    await pass(10);
    it.add('OBG-8', {
      letter: 'Q',
      unit: 'OBG-8',
      part: 'hands, close',
      watch: 'hand',
      require: 'f/4',
      lens: '45',
      focalMm: 45,
      acrossM: 2,
    } as never);
    expect(it.camera.value).toMatchObject({
      letter: 'B',
      part: 'hands, close',
      watch: 'hand',
      require: 'f/4',
      lens: '45',
      focalMm: 45,
      distanceM: 3,
    });
    expect(it.camera.value?.acrossM, 'where it stood belongs to the other place').toBeFalsy();
  });
});

import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick } from 'vue';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import { useSpecification } from './useSpecification';

const card = (over: object = {}) =>
  ({
    key: 'gorse',
    name: 'Gorse',
    version: 4,
    shutters: ['1/60'],
    power: null,
    ...over,
  }) as unknown as Views['ModelDocument'];
const preview = { wrong: null, completeness: [], findings: [], controls: [], sheets: [] };

function open() {
  let it!: ReturnType<typeof useSpecification>;
  mount(
    defineComponent({
      setup: () => {
        it = useSpecification(card());
        return () => null;
      },
    }),
  );
  return it;
}
const pass = async (ms: number) => {
  await vi.advanceTimersByTimeAsync(ms);
  await flushPromises();
};

describe('useSpecification', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('brings back what was typed before, half-typed numbers and all', async () => {
    stubSite({ 'POST /api/models/preview': () => json(200, preview) });
    const first = open();
    first.card.value.power = {
      batteryWh: NaN,
      watts: 12,
      volts: 7.2,
      health: 0.9,
      chargesOnlyWhenOff: false,
    };
    await nextTick();
    const second = open();
    expect(second.restored.value).toBe(true);
    expect(second.card.value.power).toEqual({
      batteryWh: NaN,
      watts: 12,
      volts: 7.2,
      health: 0.9,
      chargesOnlyWhenOff: false,
    });
    second.discard();
    await nextTick();
    expect(open().restored.value).toBe(false);
  });

  it('keeps the list of parts while it cannot be previewed', async () => {
    const parts = [{ chapter: 'Exposure', known: 3, missing: [] }];
    let wrong: object | null = null;
    stubSite({
      'POST /api/models/preview': () =>
        json(200, wrong ? { ...preview, wrong } : { ...preview, completeness: parts }),
    });
    const it = open();
    await pass(200);
    wrong = { pointer: '/formats/0/rate', message: 'A rate is missing.' };
    it.card.value.shutters = ['1/50'];
    await pass(200);
    expect(it.preview.value?.wrong).toEqual(wrong);
    expect(it.preview.value?.completeness).toEqual(parts);
  });

  it('goes on undoing after what was typed came back', async () => {
    stubSite({ 'POST /api/models/preview': () => json(200, preview) });
    const first = open();
    first.card.value.shutters = ['1/50'];
    await nextTick();
    first.card.value.shutters = ['1/50', '1/100'];
    await nextTick();
    const again = open();
    expect(again.card.value.shutters).toEqual(['1/50', '1/100']);
    again.undo();
    expect(again.card.value.shutters).toEqual(['1/50']);
    again.undo();
    expect(again.card.value.shutters).toEqual(['1/60']);
    expect(again.changed.value).toBe(false);
    expect(localStorage.length).toBe(0);
  });

  it('names the field of a number that is none, without asking the site', async () => {
    const asked = stubSite({ 'POST /api/models/preview': () => json(200, preview) });
    const it = open();
    await pass(200);
    const before = asked.length;
    it.card.value.power = { batteryWh: 12, watts: NaN, volts: 7.2, health: 0.9, chargesOnlyWhenOff: false };
    await pass(200);
    expect(it.preview.value?.wrong?.pointer).toBe('/power/watts');
    expect(asked).toHaveLength(before);
  });

  it('keeps the next version against the one it saw and forgets the copy in the browser', async () => {
    const asked = stubSite({
      'POST /api/models/preview': () => json(200, preview),
      'PUT /api/models/gorse': () => json(200, { document: card({ version: 5 }) }),
    });
    const it = open();
    it.card.value.shutters = ['1/50'];
    await nextTick();
    expect(localStorage.length, 'the draft and its steps back').toBe(2);
    const kept = await it.keep();
    expect(kept?.document.version).toBe(5);
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
      seen: '"4"',
      body: { shutters: ['1/50'] },
    });
    expect(localStorage.length).toBe(0);
  });

  it('stays as typed when another version came in between, and the next try is against that one', async () => {
    let version = 7;
    const asked = stubSite({
      'POST /api/models/preview': () => json(200, preview),
      'PUT /api/models/gorse': (a) =>
        a.seen === `"${version}"`
          ? json(200, { document: card({ version: 8 }) })
          : json(412, { detail: 'Version 7 meanwhile, by Tobias.', newest: card({ version }) }),
    });
    const it = open();
    it.card.value.name = 'Gorse Two';
    await nextTick();
    expect(await it.keep()).toBeNull();
    expect(it.problem.value).toContain('Tobias');
    expect(it.card.value.name).toBe('Gorse Two');
    version = 7;
    expect((await it.keep())?.document.version).toBe(8);
    expect(asked.filter((a) => a.method === 'PUT').map((a) => a.seen)).toEqual(['"4"', '"7"']);
  });

  it('takes one visit to a field as one step back, however many letters it took', async () => {
    stubSite({ 'POST /api/models/preview': () => json(200, preview) });
    const it = open();
    const field = document.body.appendChild(document.createElement('input'));
    field.focus();
    for (const name of ['Gorse T', 'Gorse Tw', 'Gorse Two']) {
      it.card.value.name = name;
      await nextTick();
    }
    field.remove();
    it.card.value.shutters = ['1/50'];
    await nextTick();
    it.undo();
    expect(it.card.value.name).toBe('Gorse Two');
    it.undo();
    expect(it.card.value.name).toBe('Gorse');
  });

  it('undoes to what came from the site, and then nothing is changed', async () => {
    stubSite({ 'POST /api/models/preview': () => json(200, preview) });
    const it = open();
    it.card.value.name = 'X';
    await nextTick();
    expect(it.changed.value).toBe(true);
    it.undo();
    await nextTick();
    expect([it.card.value.name, it.changed.value]).toEqual(['Gorse', false]);
  });
});

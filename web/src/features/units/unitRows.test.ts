import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import { pastedRows, tagAfter } from './unitRows';
import UnitRows from './UnitRows.vue';

const models = [
  { key: 'alder-20', name: 'Alder 20' },
  { key: 'elm-p', name: 'Elm P' },
] as Views['ModelRowView'][];
const standing = { tag: '', model: 'alder-20', tape: '', place: 'shelf 1' };

describe('tagAfter', () => {
  it.each([
    ['OBG-101', 'OBG-104'],
    ['OBG-099', 'OBG-100'],
    ['CAM9A', 'CAM10A'],
    ['CAM', ''],
  ])('%s is followed by %s', (tag, next) => {
    expect(tagAfter(tag, new Set(['OBG-102', 'OBG-103']))).toBe(next);
  });
});

describe('pastedRows', () => {
  it('takes columns in the order of the form, with the model by name or from above', () => {
    expect(pastedRows('obg-1\tElm P\tred\tshelf 2\nobg-2\t\tblue', models, standing)).toEqual({
      rows: [
        { tag: 'OBG-1', model: 'elm-p', tape: 'red', place: 'shelf 2' },
        { tag: 'OBG-2', model: 'elm-p', tape: 'blue', place: 'shelf 2' },
      ],
      wrong: [],
    });
  });

  it('takes the columns that a first line names, in any order, and knows none that it does not know', () => {
    const { rows, wrong } = pastedRows('Location;Asset tag;Camera\n"hall";A-7;Beech\n', models, standing);
    expect(rows).toEqual([{ tag: 'A-7', model: '', tape: '', place: 'hall' }]);
    expect(wrong).toEqual(['Row 1: there is no specification “Beech”. Choose one for it.']);
  });

  it('refuses ten thousand lines in one sentence', () => {
    const { rows, wrong } = pastedRows('A-1\n'.repeat(10_000), models, standing);
    expect(rows).toEqual([]);
    expect(wrong[0]).toContain('500 at most');
  });
});

describe('UnitRows', () => {
  afterEach(() => vi.unstubAllGlobals());
  const open = () => mount(UnitRows, { props: { models: [models[0]!], known: [] }, attachTo: document.body });
  const field = (form: ReturnType<typeof open>, row: number, name: string) =>
    form.get(`[data-row="${row}"] [data-field=${name}]`);

  it('makes the next row with Enter, which goes on from the one before, and stands in its tape', async () => {
    const form = open();
    await field(form, 0, 'tag').setValue('A-9');
    await field(form, 0, 'place').setValue('shelf 1');
    await field(form, 0, 'place').trigger('keydown', { key: 'Enter' });
    await flushPromises();
    expect((field(form, 1, 'tag').element as HTMLInputElement).value).toBe('A-10');
    expect((field(form, 1, 'place').element as HTMLInputElement).value).toBe('shelf 1');
    expect(document.activeElement).toBe(field(form, 1, 'tape').element);
    form.unmount();
  });

  it('shows each refusal in its row and stands in the first, with everything that was typed', async () => {
    stubSite({
      'POST /api/units': () =>
        json(400, {
          code: 'tag-taken',
          detail: 'Row 2: A-2 is the tag of another unit.',
          pointer: '/units/1/tag',
          faults: [{ pointer: '/units/1/tag', message: 'A-2 is the tag of another unit.' }],
        }),
    });
    const form = open();
    await field(form, 0, 'tag').setValue('A-1');
    await field(form, 0, 'tape').trigger('keydown', { key: 'Enter' });
    await flushPromises();
    await form.trigger('submit');
    await flushPromises();
    expect(form.get('[data-row="1"]').text()).toContain('the tag of another unit');
    expect((field(form, 1, 'tag').element as HTMLInputElement).value).toBe('A-2');
    expect(document.activeElement).toBe(field(form, 1, 'tag').element);
    expect(form.emitted('added')).toBeUndefined();
    form.unmount();
  });
});

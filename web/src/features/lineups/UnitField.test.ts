import { flushPromises, mount } from '@vue/test-utils';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { json, stubSite } from '../../testing/site';
import UnitField from './UnitField.vue';

const units = ['OBG-105', 'OBG-106'].map((tag) => ({
  tag,
  modelName: 'Bracken 3',
  tape: '',
  place: 'Cage',
  status: 'in',
}));

/** A field whose site answers only when it is told to. */
function late(modelValue = '') {
  const answers: (() => void)[] = [];
  stubSite({
    'GET /api/units': async ({ query }) => {
      const find = new URLSearchParams(query).get('find') ?? '';
      await new Promise<void>((go) => answers.push(go));
      return json(200, { units: units.filter((unit) => unit.tag.includes(find.toUpperCase())) });
    },
  });
  const field = mount(UnitField, {
    props: { modelValue, label: 'Unit' },
    global: { plugins: [VueQueryPlugin] },
  });
  const shown = () => (field.find('input').element as HTMLInputElement).value;
  const answer = async () => {
    await flushPromises();
    answers.splice(0).forEach((go) => go());
    await flushPromises();
  };
  const leave = async (text: string) => {
    await field.find('input').setValue(text);
    await field.find('input').trigger('change');
    await flushPromises();
  };
  return { field, shown, answer, leave, meant: () => field.emitted('update:modelValue')?.at(-1) };
}

describe('a field of a unit', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('waits for the answer when it is left before, and takes the unit then', async () => {
    const { shown, answer, leave, meant } = late();
    await leave('obg-105');
    expect(shown()).toBe('obg-105');
    await answer();
    expect(meant()).toEqual(['OBG-105']);
  });

  it('tells what no unit has, and keeps it where nothing stood before', async () => {
    const { field, shown, answer, leave } = late();
    await leave('OBG-999');
    await answer();
    expect(field.find('[role=alert]').text()).toBe('No unit has “OBG-999”.');
    expect(shown()).toBe('OBG-999');
    await leave('OBG-10');
    await answer();
    expect(field.find('[role=alert]').text()).toBe('More than one unit has “OBG-10”.');
  });

  it('shows the unit that stays when another is not found', async () => {
    const { field, shown, answer, leave, meant } = late('OBG-106');
    await answer();
    await leave('OBG-999');
    await answer();
    expect(shown()).toBe('OBG-106');
    expect(meant()).toBeUndefined();
    expect(field.find('[role=alert]').text()).toBe('No unit has “OBG-999”. OBG-106 stays.');
  });
});

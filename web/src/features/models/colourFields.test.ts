import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { nextTick, reactive } from 'vue';
import type { Views } from '../../app/client';
import { choose } from '../../testing/choose';
import ColourFields from './ColourFields.vue';

const model = () =>
  reactive({
    choices: { profile: { positions: [{ is: 'standard' }, { is: 'log' }], automatic: false } },
    levels: { tint: { from: -10, to: 10, step: 1 } },
  }) as unknown as Views['ModelDocument'];

describe('ColourFields', () => {
  it('asks for all seven numbers of a log curve and presumes none of them', async () => {
    const card = model();
    const fields = mount(ColourFields, { props: { modelValue: card, setting: 'profile', editable: true } });
    await choose(fields, 'Curve of log', 'Log');
    expect(Object.values(card.curves!.log!.log!).every((n) => Number.isNaN(n))).toBe(true);
    expect(fields.findAll('input.mono')).toHaveLength(8);
    await choose(fields, 'Curve of log', '');
    expect(card.curves).toEqual({});
  });

  it('lets a curve go with its profile, and what a step of tint is worth with the control', async () => {
    const card = model();
    mount(ColourFields, { props: { modelValue: card, setting: 'profile', editable: true } });
    card.curves = { standard: { curve: 'BT.709', clipLevel: 1 }, log: { curve: 'HLG', clipLevel: 1 } };
    card.tint = { stepDuv: 0.001 };
    await nextTick();
    card.choices!.profile!.positions.pop();
    card.levels = {};
    await nextTick();
    expect(Object.keys(card.curves)).toEqual(['standard']);
    expect(card.tint).toBeNull();
  });
});

import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../../app/client';
import { meter, meterText } from '../models/specificationText';
import SoundFields from './SoundFields.vue';

const plan: Views['SoundPlanView'] = {
  notches: [
    {
      setting: 'input-1',
      name: 'Input 1',
      require: 'condenser microphone',
      reason: 'boom is plugged into input 1.',
    },
    { setting: 'phantom-1', name: 'Phantom power 1', require: 'on', reason: 'Without 48 V it is silent.' },
  ],
  steps: ['Headphones on both channels.'],
  warnings: ['There are no headphones on the list.'],
};
const notch = (setting: string, require: string): Views['NotchDocument'] => ({
  setting,
  require,
  importance: 'must',
  reason: '',
  tolerance: 'none',
  when: null,
  reasonFrom: null,
});
const mounted = (over: object = {}) =>
  mount(SoundFields, { props: { modelValue: null, editable: true, plan: null, notches: [], ...over } });

describe('SoundFields', () => {
  it('adds microphones under names that are free, and says nothing of sound until then', async () => {
    const fields = mounted();
    expect(fields.findAll('fieldset')).toHaveLength(0);
    await fields.find('button.act').trigger('click');
    const first = fields.emitted('update:modelValue')!.at(-1)![0] as Views['SoundDocument'];
    expect(first).toMatchObject({ headphones: true, microphones: [{ name: 'boom', kind: 'condenser' }] });
    await fields.setProps({
      modelValue: { ...first, microphones: [{ ...first.microphones[0]!, name: 'microphone 2' }] },
    });
    await fields.find('button.act').trigger('click');
    const second = fields.emitted('update:modelValue')!.at(-1)![0] as Views['SoundDocument'];
    expect(second.microphones.map((m) => m.name)).toEqual(['microphone 2', 'microphone 3']);
  });

  it('offers what the notches do not require yet, and tells what is missing', async () => {
    const fields = mounted({
      modelValue: { microphones: [], headphones: false, recorderApart: false },
      plan,
      notches: [notch('phantom-1', 'on')],
    });
    expect(fields.text()).toContain('There are no headphones on the list.');
    const button = fields.findAll('button').find((b) => b.text() === 'Write it into the notches')!;
    await button.trigger('click');
    expect(fields.emitted('take')![0]![0]).toEqual([plan.notches[0]]);
    await fields.setProps({ notches: [notch('phantom-1', 'on'), notch('input-1', 'condenser microphone')] });
    expect(fields.text()).toContain('The notches require it so.');
  });

  it('is read and not written in a version that is approved', () => {
    const fields = mounted({
      editable: false,
      modelValue: { microphones: [], headphones: true, recorderApart: false },
      plan,
    });
    expect(fields.findAll('button')).toHaveLength(0);
  });
});

describe('the scale of a level meter', () => {
  it('is typed as shares with what they mean, and what is no pair is no number', () => {
    const marks = meter('0 = −60, 50 % = -20; 100=0');
    expect(marks).toEqual([
      { share: 0, dbfs: -60 },
      { share: 0.5, dbfs: -20 },
      { share: 1, dbfs: 0 },
    ]);
    expect(meter(meterText(marks))).toEqual(marks);
    expect(meter('half')[0]!.share).toBeNaN();
  });
});

import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { reactive } from 'vue';
import type { Views } from '../../app/client';
import SpecificationField from './SpecificationField.vue';
import { gains, gainsText } from './specificationText';
import FormatTable from './FormatTable.vue';
import ListInput from './ListInput.vue';
import SettingFields from './SettingFields.vue';

const model = (over: object = {}) =>
  reactive({ key: 'g', formats: [], controls: {}, ...over }) as unknown as Views['ModelDocument'];
const setting = (over: Partial<Views['SettingView']>): Views['SettingView'] => ({
  key: 'stabiliser',
  name: 'Stabiliser',
  chapter: 'Focus and lens',
  step: 11,
  kind: 'choice',
  unit: '',
  toleranceExample: '',
  example: 'off',
  words: ['off', 'standard', 'strong'],
  requirements: [],
  policy: null,
  what: '',
  ...over,
});

describe('SpecificationField', () => {
  it('takes a number with a comma or a true minus', async () => {
    const field = mount(SpecificationField, {
      props: { label: 'dB', editable: true, number: true, modelValue: 0 },
    });
    await field.get('input').setValue('−3,5');
    expect(field.emitted('update:modelValue')!.at(-1)).toEqual([-3.5]);
  });

  it('leaves what is no number on the page and marks it', async () => {
    const field = mount(SpecificationField, {
      props: { label: 'W', editable: true, number: true, modelValue: 5 },
    });
    await field.get('input').setValue('many');
    await field.setProps({ modelValue: NaN });
    expect(field.get('input').element.value).toBe('many');
    expect(field.get('input').classes()).toContain('wrong');
  });

  it('counts while it is typed, leaves the text as written, and tidies it when left', async () => {
    const field = mount(SpecificationField, {
      props: { label: 'dB', editable: true, number: true, modelValue: 0 },
    });
    await field.get('input').setValue('3,');
    await field.setProps({ modelValue: 3 });
    expect(field.emitted('update:modelValue')!.at(-1)).toEqual([3]);
    expect(field.get('input').element.value).toBe('3,');
    await field.get('input').trigger('blur');
    expect(field.get('input').element.value).toBe('3');
  });

  it('is empty and null only where nothing may be said', async () => {
    const field = mount(SpecificationField, {
      props: { label: 'ISO', editable: true, number: true, optional: true, modelValue: 320 },
    });
    await field.get('input').setValue('');
    expect(field.emitted('update:modelValue')!.at(-1)).toEqual([null]);
  });
});

describe('ListInput', () => {
  it('is taken apart when it is left, and follows a change from outside such as undo', async () => {
    const list = mount(ListInput, {
      props: { value: gains('0 3'), read: gains, write: gainsText, label: 'Gains' } as never,
    });
    await list.get('textarea').setValue('L -3, H 12');
    await list.get('textarea').trigger('change');
    expect(list.emitted('change')!.at(-1)).toEqual([gains('L -3, H 12')]);
    await list.setProps({ value: gains('6 9') } as never);
    expect(list.get('textarea').element.value).toBe('6 9');
  });

  it('counts what stands in the field, however it came there', async () => {
    const list = mount(ListInput, {
      props: { value: gains('0'), read: gains, write: gainsText, label: 'G' } as never,
    });
    list.get('textarea').element.value = '5';
    await list.get('textarea').trigger('change');
    expect(list.emitted('change')!.at(-1)).toEqual([gains('5')]);
  });
});

describe('FormatTable', () => {
  it('takes many recordings in one paste, a line each', async () => {
    const card = model();
    const table = mount(FormatTable, { props: { modelValue: card, editable: true } });
    const event = Object.assign(new Event('paste', { bubbles: true, cancelable: true }), {
      clipboardData: { getData: () => '2160 29.97p 90 140\n1080 59.94i 30\nrubbish\n' },
    });
    table.get('tbody').element.dispatchEvent(event);
    expect(card.formats.map((f) => [f.size, f.rate, f.bitRatesMbps])).toEqual([
      ['2160', '29.97p', [90, 140]],
      ['1080', '59.94i', [30]],
    ]);
    expect(event.defaultPrevented).toBe(true);
  });

  it('leaves an ordinary paste to the field', () => {
    const card = model();
    const table = mount(FormatTable, { props: { modelValue: card, editable: true } });
    const event = Object.assign(new Event('paste', { cancelable: true }), {
      clipboardData: { getData: () => '1080' },
    });
    table.get('tbody').element.dispatchEvent(event);
    expect(event.defaultPrevented).toBe(false);
    expect(card.formats).toHaveLength(0);
  });

  it('reads each column back into its own field', async () => {
    const format = { size: '1080', rate: '29.97p', bitRatesMbps: [45], crop: 1, cost: '', raw: false };
    const card = model({ formats: [format] });
    const table = mount(FormatTable, { props: { modelValue: card, editable: true } });
    const type = async (name: string, text: string) => {
      await table.get(`input[aria-label="${name}"]`).setValue(text);
      await table.get(`input[aria-label="${name}"]`).trigger('change');
    };
    await type('Mb/s', '45 90');
    await type('Codecs', 'long; every frame');
    await type('Clip, min', '29,98');
    expect(card.formats[0]).toMatchObject({
      bitRatesMbps: [45, 90],
      codecs: ['long', 'every frame'],
      clipMinutes: 29.98,
    });
    await type('Clip, min', '');
    await type('Codecs', ' ');
    expect(card.formats[0]).toMatchObject({ clipMinutes: null, codecs: null });
  });
});

describe('SettingFields', () => {
  const open = (card: Views['ModelDocument'], of = setting({})) =>
    mount(SettingFields, {
      props: {
        modelValue: card,
        setting: of,
        control: undefined,
        sides: ['left'],
        editable: true,
        missing: true,
        presumed: false,
      },
      global: { stubs: { PlaceForm: true, NotchDial: true } },
    });

  it('begins from the words of the department, and none means none and nothing else', async () => {
    const card = model();
    const wrapper = open(card);
    await wrapper.findAll('input[type=radio]')[0]!.setValue(true);
    expect(card.choices!.stabiliser!.positions.map((p) => p.is)).toEqual(['off', 'standard', 'strong']);
    await wrapper.findAll('input[type=radio]')[1]!.setValue(true);
    expect(card.notFitted).toEqual(['stabiliser']);
    expect(card.choices).toEqual({});
    await wrapper.findAll('input[type=radio]')[2]!.setValue(true);
    expect(card.notFitted).toEqual([]);
  });

  it('asks nothing about what is worked out or read off', () => {
    const wrapper = open(model(), setting({ key: 'card-minutes', kind: 'level' }));
    expect(wrapper.find('fieldset').exists()).toBe(false);
  });
});

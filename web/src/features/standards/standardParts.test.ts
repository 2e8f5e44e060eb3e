import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { choose, pickerOf } from '../../testing/choose';
import { nextTick, reactive, ref } from 'vue';
import type { Views } from '../../app/client';
import AboutStandard from './AboutStandard.vue';
import NotchForm from './NotchForm.vue';
import NotchQueue from './NotchQueue.vue';
import PolicyList from './PolicyList.vue';
import { useNotches } from './useNotches';

const setting = (
  key: string,
  chapter: string,
  over: Partial<Views['SettingView']> = {},
): Views['SettingView'] => ({
  key,
  name: key.toUpperCase(),
  chapter,
  step: 1,
  kind: 'computed',
  unit: '',
  toleranceExample: '',
  example: '',
  words: [],
  requirements: [`${key} one`, `${key} two`],
  policy: null,
  what: '',
  ...over,
});
const words = {
  settings: [
    setting('format', 'Record'),
    setting('gain', 'Exposure', { unit: 'decibels', toleranceExample: '3 dB' }),
    setting('nd', 'Exposure'),
  ],
  policies: [
    {
      key: 'zebra',
      name: 'Zebra',
      settings: ['gain'],
      options: [
        { key: 'clipping', text: 'at clipping', reason: 'a' },
        { key: 'skin', text: 'on skin', reason: 'b' },
      ],
    },
  ],
  conditions: ['on a tripod', 'by hand', 'indoors', 'outdoors'],
  uses: ['general', 'web'],
  lamps: ['daylight', 'tungsten'],
} as unknown as Views['VocabularyView'];
const notch = (key: string, want = 'x', when: string[] | null = null): Views['NotchDocument'] => ({
  setting: key,
  require: want,
  importance: 'must',
  reason: 'r',
  tolerance: 'none',
  when,
});
const document = (...notches: Views['NotchDocument'][]) =>
  reactive({
    key: 't',
    name: 'T',
    version: 1,
    state: 'draft',
    purpose: 'p',
    light: { description: 'l', temperatureK: 5600, mainsHz: 60, lamp: 'daylight' },
    notches,
    use: 'general',
  }) as Views['StandardDocument'];

describe('useNotches', () => {
  it('puts notches in the order of the work whatever order they were written in', () => {
    const { chapters } = useNotches(
      ref(document(notch('nd'), notch('format'), notch('gain'))),
      words.settings,
    );
    expect(chapters.value.map((c) => [c.name, c.notches.map((n) => n.at)])).toEqual([
      ['Record', [1]],
      ['Exposure', [2, 0]],
    ]);
  });

  it('adds a notch with the first thing it can want', () => {
    const doc = ref(document(notch('nd')));
    const { add } = useNotches(doc, words.settings);
    expect(add(words.settings[1]!)).toBe(1);
    expect(doc.value.notches[1]).toMatchObject({
      setting: 'gain',
      require: 'gain one',
      importance: 'should',
    });
  });
});

describe('NotchQueue', () => {
  it('goes to the place in the document, marks what is wrong, and offers what can be added again', async () => {
    const { chapters } = useNotches(ref(document(notch('nd'), notch('gain', 'loud'))), words.settings);
    const queue = mount(NotchQueue, {
      props: { chapters: chapters.value, words, open: 1, editable: true, wrong: (at: number) => at === 1 },
    });
    await queue.get('[data-notch=nd]').trigger('click');
    expect(queue.emitted('go')).toEqual([[0]]);
    expect(queue.get('[data-notch=gain]').attributes('aria-current')).toBe('step');
    expect(queue.get('[data-notch=gain] .off').text()).toContain('GAIN');
    expect(pickerOf(queue, 'Add a notch').props('options')).toMatchObject([
      { name: 'FORMAT' },
      { name: 'GAIN, again' },
      { name: 'ND, again' },
    ]);
    await choose(queue, 'Add a notch', 'format');
    await queue.get('form').trigger('submit');
    expect((queue.emitted('add')![0] as [Views['SettingView']])[0].key).toBe('format');
  });
});

describe('NotchForm', () => {
  const open = (of: Views['NotchDocument'], editable = true) =>
    mount(NotchForm, { props: { modelValue: of, words, editable, wrong: '' } });

  it('takes a requirement by a click, and marks the one it has', async () => {
    const of = reactive(notch('gain', 'gain two'));
    const form = open(of);
    expect(form.findAll('.way').map((w) => w.attributes('aria-pressed'))).toEqual(['false', 'true']);
    await form.findAll('.way')[0]!.trigger('click');
    expect(of.require).toBe('gain one');
  });

  it('asks for tolerance only where there is a half way, in its own unit', () => {
    expect(open(notch('gain')).get('.short').attributes('placeholder')).toBe('none or 3 dB');
    expect(open(notch('nd')).find('.short').exists()).toBe(false);
  });

  it('keeps conditions as a list, and none as nothing', async () => {
    const of = reactive(notch('gain'));
    const boxes = open(of).findAll('.when input');
    await boxes[1]!.setValue(true);
    expect(of.when).toEqual(['by hand']);
    await boxes[1]!.setValue(false);
    expect(of.when).toBeNull();
  });

  it('is taken out only after a second word, and not at all by who may not', async () => {
    const form = open(notch('gain'));
    await form
      .findAll('button')
      .find((b) => b.text() === 'Take this notch out')!
      .trigger('click');
    expect(form.emitted('remove')).toBeUndefined();
    await form
      .findAll('button')
      .find((b) => b.text() === 'Take it out')!
      .trigger('click');
    expect(form.emitted('remove')).toHaveLength(1);
    expect(open(notch('gain'), false).findAll('button')).toHaveLength(0);
  });
});

describe('PolicyList', () => {
  it('writes only what differs from the default', async () => {
    const doc = document();
    const list = mount(PolicyList, { props: { modelValue: doc, words, editable: true } });
    await list.findAll('input')[1]!.trigger('change');
    expect(doc.policies).toEqual({ zebra: 'skin' });
    await nextTick();
    expect(list.findAll('input').map((i) => i.element.checked)).toEqual([false, true]);
    await list.findAll('input')[0]!.trigger('change');
    expect(doc.policies).toEqual({});
  });
});

describe('AboutStandard', () => {
  const proposal: Views['ProposalView'] = {
    size: '1080',
    rate: '29.97p',
    bitRate: 'at least 20 Mb/s',
    reasons: ['It plays everywhere.'],
    cautions: [],
    minutes: [],
  };
  const open = (doc: Views['StandardDocument']) =>
    mount(AboutStandard, { props: { modelValue: doc, words, editable: true, proposal, wrong: '' } });

  it('answers each question of the shoot one way or the other', async () => {
    const doc = document();
    const about = open(doc);
    await choose(about, 'on a tripod or by hand', 'by hand');
    expect(doc.circumstances).toEqual(['by hand']);
    await choose(about, 'indoors or outdoors', 'outdoors');
    await choose(about, 'on a tripod or by hand', 'on a tripod');
    expect(doc.circumstances).toEqual(['outdoors']);
  });

  it('writes the proposal into the notches that are there and adds those that are not', async () => {
    const doc = document(notch('record-format', '2160 23.976p'));
    const about = open(doc);
    await about
      .findAll('button')
      .find((b) => b.text() === 'Write it into the notches')!
      .trigger('click');
    expect(doc.notches.map((n) => [n.setting, n.require])).toEqual([
      ['record-format', '1080 29.97p'],
      ['bit-rate', 'at least 20 Mb/s'],
    ]);
  });

  it('keeps a number that cannot be read as it was, and an empty lux as not known', async () => {
    const doc = document();
    doc.light.lux = 500;
    const fields = open(doc).findAll('input.field');
    await fields[0]!.setValue('warm');
    await fields[0]!.trigger('change');
    expect(doc.light.temperatureK).toBe(5600);
    await fields[1]!.setValue('');
    await fields[1]!.trigger('change');
    expect(doc.light.lux).toBeNull();
  });
});

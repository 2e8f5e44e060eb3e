import { mount } from '@vue/test-utils';
import PrimeVue from 'primevue/config';
import { describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import DayField from './DayField.vue';

function field(time: boolean, modelValue = '', zone?: string) {
  const wrapper = mount(DayField, {
    props: {
      label: 'Call',
      time,
      zone,
      modelValue,
      'onUpdate:modelValue': (v: unknown) => wrapper.setProps({ modelValue: v as string }),
    },
    global: { plugins: [PrimeVue] },
    attachTo: document.body,
  });
  const type = async (text: string, restored = false) => {
    const input = wrapper.find('input');
    await input.setValue(text);
    await nextTick();
    // With its calendar open, the library puts the day before back into the field before that is left.
    if (restored) input.element.value = '2031-01-01 08:00';
    await input.trigger('blur');
    await nextTick();
  };
  return { wrapper, type };
}

describe('a day with a time', () => {
  it('in the hour that clocks leave out says which is taken, until another is typed', async () => {
    const { wrapper, type } = field(true, '', 'CET');
    await type('2026-03-29 02:30');
    expect(wrapper.find('[role=status]').text()).toContain(
      '02:30 does not exist on that day in CET. 03:30 is taken',
    );
    await type('2026-03-29 04:30');
    expect(wrapper.find('[role=status]').exists()).toBe(false);
  });

  it.each([
    ['2031-05-05 09:00', '2031-05-05T09:00'],
    ['2031-5-5 9:30', '2031-05-05T09:30'],
    ['2031-05-05T23.59', '2031-05-05T23:59'],
  ])('%s is taken as it is typed', async (text, taken) => {
    const { wrapper, type } = field(true);
    await type(text);
    expect(wrapper.props('modelValue')).toBe(taken);
    expect(wrapper.find('[role=alert]').exists()).toBe(false);
  });

  it.each(['2031-06-31 09:00', '2031-05-05 24:10', '2031-05-05 10:75', 'tomorrow'])(
    '%s is not, and what was there stays',
    async (text) => {
      const { wrapper, type } = field(true, '2031-01-01T08:00');
      await type(text, true);
      expect(wrapper.props('modelValue')).toBe('2031-01-01T08:00');
      expect(wrapper.find('[role=alert]').text()).toContain('What was there before stays');
    },
  );

  it('forgets what could not be read as soon as something else is typed', async () => {
    const { wrapper, type } = field(true, '2031-01-01T08:00');
    await type('tomorrow');
    await type('2031-05-05 09:00');
    expect(wrapper.find('[role=alert]').exists()).toBe(false);
  });
});

describe('a day', () => {
  it.each([
    ['2031-06-31', true],
    ['Friday', true],
    ['2031-06-30', false],
  ])('%s is told if it is none', async (text, told) => {
    const { wrapper, type } = field(false);
    await type(text);
    expect(wrapper.find('[role=alert]').exists()).toBe(told);
  });
});

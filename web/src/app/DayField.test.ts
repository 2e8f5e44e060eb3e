import { mount } from '@vue/test-utils';
import PrimeVue from 'primevue/config';
import { describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import DayField from './DayField.vue';

function field(time: boolean, modelValue = '') {
  const wrapper = mount(DayField, {
    props: {
      label: 'Call',
      time,
      modelValue,
      'onUpdate:modelValue': (v: unknown) => wrapper.setProps({ modelValue: v as string }),
    },
    global: { plugins: [PrimeVue] },
    attachTo: document.body,
  });
  const type = async (text: string) => {
    const input = wrapper.find('input');
    await input.setValue(text);
    await nextTick();
    await input.trigger('blur');
    await nextTick();
  };
  return { wrapper, type };
}

describe('a day with a time', () => {
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
      await type(text);
      expect(wrapper.props('modelValue')).toBe('2031-01-01T08:00');
      expect(wrapper.find('[role=alert]').text()).toContain('What was there before stays');
    },
  );
});

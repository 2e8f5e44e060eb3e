import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { copy, fromText, toText } from './copy';
import { keyOf } from './keyOf';
import NumberField from './NumberField.vue';

const field = (value: number | null, more = {}) => {
  const entry = mount(NumberField, { props: { label: 'Distance', unit: 'm', modelValue: value, ...more } });
  const input = entry.find('input');
  return {
    entry,
    input,
    type: (text: string) => input.setValue(text),
    last: () => entry.emitted('update:modelValue')?.at(-1)?.[0],
  };
};

describe('NumberField', () => {
  it.each([
    ['2.5', 2.5],
    ['2,5', 2.5],
    ['−3', -3],
    ['1 200', 1200],
    ['', null],
  ])('reads %s as people write it', async (typed, number) => {
    const { type, last } = field(7);
    await type(typed);
    expect(last()).toBe(number);
  });

  it('leaves what is no number in the field, says so, and the last one still counts', async () => {
    const { entry, input, type, last } = field(7);
    await type('abc');
    expect(last()).toBeUndefined();
    expect(entry.find('[role=alert]').text()).toContain('the last one still counts');
    await entry.setProps({ modelValue: 8 });
    expect((input.element as HTMLInputElement).value).toBe('abc');
  });

  it('does not write over what is being typed, and shows what is kept when it is left', async () => {
    const { entry, input, type } = field(7);
    await type('8.');
    await entry.setProps({ modelValue: 8 });
    expect((input.element as HTMLInputElement).value).toBe('8.');
    await input.trigger('blur');
    expect((input.element as HTMLInputElement).value).toBe('8');
  });

  it('may not be left empty where a number is needed', async () => {
    const { entry, type, last } = field(7, { required: true });
    await type('');
    expect(entry.find('[role=alert]').text()).toBe('Type a number.');
    expect(last()).toBeUndefined();
  });

  it('shows what the site found wrong', () => {
    expect(field(7, { wrong: 'Nearer than the lens can be.' }).entry.find('[role=alert]').text()).toContain(
      'Nearer',
    );
  });
});

describe('copy', () => {
  it('keeps a number that is half typed, which JSON has no word for', () => {
    const document = { a: NaN, b: [1, NaN], c: 'NaN' };
    expect(copy(document)).toEqual(document);
    expect(fromText(toText({ a: NaN }))).toEqual({ a: NaN });
  });

  it('has nothing in common with what it was copied from', () => {
    const one = { list: [{ x: 1 }] };
    copy(one).list[0]!.x = 2;
    expect(one.list[0]!.x).toBe(1);
  });
});

describe('keyOf', () => {
  it.each([
    ['Lecture room', 'lecture-room'],
    ['  Web / short  ', 'web-short'],
    ['Glashaus №3', 'glashaus-3'],
    ['—', ''],
    ['x'.repeat(80), 'x'.repeat(60)],
  ])('makes a key of “%s”', (name, key) => expect(keyOf(name)).toBe(key));
});

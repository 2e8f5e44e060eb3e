import { describe, expect, it } from 'vitest';
import { benchKeys } from './keys';

const press = (read: ReturnType<typeof benchKeys>['read'], keys: string[], places: string[] = []) =>
  keys.map((k) => read(k, '', places));

describe('benchKeys', () => {
  it('takes letters as commands while the field is empty, and as text once it is not', () => {
    const { read } = benchKeys();
    expect(press(read, ['n', 'w', 'y', ' ', 'Backspace'])).toEqual([
      'not-fitted',
      'where',
      'why',
      'as-sheet',
      'back',
    ]);
    expect(read(' ', '5.6', [])).toBeNull();
    expect(read('n', '5', [])).toBeNull();
  });

  it('lets the whole word auto be typed without spilling into the next notch', () => {
    expect(press(benchKeys().read, ['a', 'u', 't', 'o', 'Enter', ' '])).toEqual([
      'automatic',
      'swallow',
      'swallow',
      'swallow',
      'swallow',
      'as-sheet',
    ]);
  });

  it('lets not fitted be typed out too, its space and all', () => {
    expect(press(benchKeys().read, [...'not fitted', 'Enter']).slice(1)).toEqual(Array(10).fill('swallow'));
  });

  it('forgets the rest of the word when another key comes', () => {
    expect(press(benchKeys().read, ['a', ' ', 'u'])).toEqual(['automatic', 'as-sheet', null]);
  });

  it('types a letter that is the name of a place, small or capital, and never takes it for a command', () => {
    const { read } = benchKeys();
    expect(read('a', '', ['3200', 'A', 'B'])).toBeNull();
    expect(read('A', '', ['3200', 'A', 'B'])).toBeNull();
    expect(read('n', '', ['3200', 'A', 'B'])).toBe('not-fitted');
  });

  it('moves along the dial only while nothing is typed, and between notches always', () => {
    const { read } = benchKeys();
    expect(read('ArrowRight', '', [])).toBe('right');
    expect(read('ArrowRight', '1/4', [])).toBeNull();
    expect(read('ArrowDown', '1/4', [])).toBe('down');
  });

  it('forgets the rest of a word when the person goes elsewhere', () => {
    const { read, forget } = benchKeys();
    expect(read('n', '', [])).toBe('not-fitted');
    forget();
    expect(read('o', '', [])).toBeNull();
  });
});

import { describe, expect, it } from 'vitest';
import {
  filters,
  filtersText,
  gains,
  gainsText,
  labels,
  levels,
  levelsText,
  notNumber,
  positions,
  positionsText,
} from './specificationText';

describe('lists of a card as they are pasted', () => {
  it('takes shutter speeds however they are separated', () => {
    expect(labels('1/30 1/50,1/60;\n1/100')).toEqual(['1/30', '1/50', '1/60', '1/100']);
  });

  it('reads positions with the name the camera shows, and writes them back', () => {
    const text = 'off; standard = Steady 1; strong = Steady 2';
    expect(positions(text)[1]).toEqual({ is: 'standard', shown: 'Steady 1' });
    expect(positionsText(positions(text))).toBe(text);
  });

  it.each(['off 70 100', '0…24 by 3', 'off 40…100 by 5', '-3…3 by 1/3'])(
    'reads %s and writes it back',
    (text) => {
      expect(levelsText(levels(text, undefined))).toBe(text);
    },
  );

  it('keeps an automatic that was there', () => {
    expect(levels('0 6', { automatic: true, hasOff: false }).automatic).toBe(true);
  });

  it('reads gains bare or by the name of the switch, true minus or hyphen', () => {
    expect(gains('−3 0 +3').map((g) => g.gainDb)).toEqual([-3, 0, 3]);
    expect(gains('L -3, M +3, H +12')[2]).toEqual({ gainDb: 12, name: 'H' });
    expect(gainsText(gains('L -3, M 3'))).toBe('L -3, M 3');
  });

  it('reads filters by label and stops; what takes nothing says 0', () => {
    expect(filters('clear 0, 1/4 2')).toEqual([
      { label: 'clear', stops: 0 },
      { label: '1/4', stops: 2 },
    ]);
    expect(filtersText(filters('1/4 2, 1/16 4'))).toBe('1/4 2, 1/16 4');
  });

  it('finds the field of a number that is none', () => {
    expect(notNumber({ a: [{ b: 1 }, { b: NaN }] })).toBe('/a/1/b');
    expect(notNumber({ a: 1, c: 'x', d: null })).toBeNull();
  });
});

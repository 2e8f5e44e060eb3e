import { describe, expect, it } from 'vitest';
import { pieces, plain } from './fractions';

describe('fractions', () => {
  it('are cut out to be drawn', () => {
    expect(pieces('f/5.6⅓')).toEqual(['f/5.6', { top: '1', bottom: '3' }]);
    expect(pieces('+⅔ stop')).toEqual(['+', { top: '2', bottom: '3' }, ' stop']);
    expect(pieces('1/60')).toEqual(['1/60']);
  });

  it('are written out where type is small, with a gap only after a figure, where no line breaks', () => {
    expect(plain('f/5.6⅓')).toBe('f/5.6\u00a01/3');
    expect(plain('−⅔')).toBe('−2/3');
  });
});

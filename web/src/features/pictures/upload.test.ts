import { describe, expect, it } from 'vitest';
import { MOST_BYTES, refusal } from './upload';

describe('a file before it is sent', () => {
  it('is refused where it is too large or empty, by its name', () => {
    expect(refusal({ name: 'a.tif', size: MOST_BYTES })).toBe('');
    expect(refusal({ name: 'a.tif', size: MOST_BYTES + 1 })).toContain('a.tif has 65 MB');
    expect(refusal({ name: 'b.png', size: 0 })).toContain('b.png is empty');
  });
});

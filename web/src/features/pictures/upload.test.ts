import { describe, expect, it } from 'vitest';
import { limits, refusal } from './upload';

const MB = 1024 * 1024;

describe('a file before it is sent', () => {
  it('is refused where it is too large or empty, by its name', () => {
    expect(refusal({ name: 'a.tif', size: 64 * MB })).toBe('');
    expect(refusal({ name: 'a.tif', size: 64 * MB + 1 })).toContain('a.tif has 65 MB');
    limits.value = { megabytes: 200, days: 1 };
    expect(refusal({ name: 'a.tif', size: 64 * MB + 1 })).toBe('');
    expect(refusal({ name: 'b.png', size: 0 })).toContain('b.png is empty');
  });
});

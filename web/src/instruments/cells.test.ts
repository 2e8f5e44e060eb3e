import { describe, expect, it } from 'vitest';
import { bandLabels, bandName, BLACK, bytes, CLIPPED } from './cells';

describe('drawings of a picture', () => {
  it('unpacks what came as text', () => {
    expect([...bytes(btoa('\x00\x7f\xff'))]).toEqual([0, 127, 255]);
  });

  it('says each band by its number, and what has none by a word', () => {
    expect([0, 2, -3, CLIPPED, BLACK].map(bandName)).toEqual(['0', '+2', '−3', 'clip', 'black']);
  });

  it('puts numbers over the whole map, each that of its place', () => {
    const stops = Int8Array.from({ length: 32 }, (_, i) => (i % 8 < 4 ? -1 : 2));
    const labels = bandLabels(stops, 8, 4, 4);
    expect(labels).toHaveLength(8);
    expect(labels.filter((l) => l.x < 0.5).every((l) => l.text === '−1')).toBe(true);
    expect(labels.filter((l) => l.x > 0.5).every((l) => l.text === '+2')).toBe(true);
  });
});

import { describe, expect, it } from 'vitest';
import { distanceScale, spread, stackBlocks, stackMost, stackUnder, ticks, placeLabels } from './planLayout';

const stack = (error: number, filters: { label: string; stops: number }[] = []) => ({
  iris: -5,
  error,
  filters,
});

describe('stackBlocks', () => {
  it('stands on the line with the filters on the iris, each as tall as its stops', () => {
    const { iris, filters, error } = stackBlocks(
      stack(0, [
        { label: 'ND clear', stops: 0 },
        { label: 'ND 1/4', stops: 2 },
      ]),
      'f/5.6',
      200,
      8,
    );
    expect([iris.top, iris.height]).toEqual([75, 125]);
    expect(filters.map((f) => [f.label, f.top, f.height])).toEqual([['ND 1/4', 25, 50]]);
    expect(error).toBeNull();
  });

  it('ends above the line when the picture is too bright, and hangs under it when it is too dark', () => {
    const bright = stackBlocks(stack(1), 'f/5.6', 200, 8);
    expect(bright.iris.top + bright.iris.height).toBe(175);
    expect(bright.error).toMatchObject({ top: 175, height: 25 });
    const dark = stackBlocks(stack(-2), 'f/5.6', 200, 6, 2);
    expect(dark.iris.top + dark.iris.height).toBe(200);
    expect(dark.error).toMatchObject({ top: 150, height: 50 });
  });

  it('gives the darkest column whole stops of room, and none to what cannot be seen', () => {
    expect(stackUnder([-0.3, 0.4])).toBe(0);
    expect(stackUnder([-4.05, 0])).toBe(5);
    expect(stackMost([7.3, 2])).toBe(8);
    expect(stackMost([])).toBe(3);
  });
});

describe('spread', () => {
  it('leaves labels where they are while they are apart', () => {
    expect(spread([10, 90, 50], 20, 0, 100)).toEqual([10, 90, 50]);
  });

  it('moves those that collide apart around their middle and keeps their order', () => {
    const [a, b, c] = spread([50, 52, 51], 20, 0, 200);
    expect([a, c, b]).toEqual([31, 51, 71]);
  });

  it('keeps all of them inside the ends', () => {
    const all = spread([1, 2, 99, 100], 20, 0, 100);
    expect(Math.min(...all)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...all)).toBeLessThanOrEqual(100);
    const sorted = [...all].sort((x, y) => x - y);
    sorted.slice(1).forEach((at, i) => expect(at - sorted[i]!).toBeGreaterThanOrEqual(20 - 1e-9));
  });
});

describe('distanceScale', () => {
  it('gives equal ratios equal room and puts infinity at the end', () => {
    const { at, marks } = distanceScale([1, 2], [4, null], 400);
    expect(at(4) - at(2)).toBeCloseTo(at(2) - at(1));
    expect(at(null)).toBe(400);
    expect(marks).toEqual([1, 2, 4]);
  });
});

describe('ticks', () => {
  it('counts in ones, twos or fives from the first whole step', () => {
    expect(ticks(-3.4, 6.2, 5)).toEqual([-2, 0, 2, 4, 6]);
    expect(ticks(163, 207, 7)).toEqual([170, 180, 190, 200]);
  });
});

describe('placeLabels', () => {
  const at = (x: number, y: number, ...more: { x: number; y: number }[]) => ({
    places: [{ x, y }, ...more],
    width: 40,
    height: 16,
  });

  it('leaves each at its first place while nothing is there', () => {
    expect(placeLabels([at(50, 20), at(120, 20)])).toEqual([
      { x: 50, y: 20 },
      { x: 120, y: 20 },
    ]);
  });

  it('goes to the first free place, and where none is free to where it meets least', () => {
    const [, second, third] = placeLabels([
      at(50, 20),
      at(60, 20, { x: 60, y: 40 }),
      at(55, 22, { x: 55, y: 52 }),
    ]);
    expect(second).toEqual({ x: 60, y: 40 });
    expect(third).toEqual({ x: 55, y: 52 });
  });

  it('leaves out what may be left out rather than writing it over another', () => {
    expect(placeLabels([at(50, 20), { ...at(60, 20), optional: true }])).toEqual([{ x: 50, y: 20 }, null]);
    expect(placeLabels([at(50, 20), { ...at(60, 20, { x: 60, y: 60 }), optional: true }])[1]).toEqual({
      x: 60,
      y: 60,
    });
  });
});

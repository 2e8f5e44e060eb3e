import { describe, expect, it } from 'vitest';
import { dayScale, hours } from './dayScale';

describe('a line of time', () => {
  const scale = dayScale(['2026-11-30T09:00:00Z', '2026-11-30T17:00:00Z', null, undefined, '']);

  it('holds its moments with room at both ends, and nothing lies outside it', () => {
    expect(scale.at('2026-11-30T09:00:00Z')).toBeGreaterThan(0);
    expect(scale.at('2026-11-30T17:00:00Z')).toBeLessThan(1);
    expect(scale.at('2026-11-30T13:00:00Z')).toBeCloseTo(0.5, 6);
    expect(scale.at('2026-11-29T00:00:00Z')).toBe(0);
    expect(scale.at('2027-01-01T00:00:00Z')).toBe(1);
  });

  it('has room for one moment alone', () => {
    const one = dayScale(['2026-11-30T09:00:00Z']);
    expect(one.to).toBeGreaterThan(one.from);
    expect(one.at('2026-11-30T09:00:00Z')).toBeCloseTo(0.5, 6);
  });

  it.each([300, 700, 1200])('writes hours on whole steps that do not meet at %i px', (width) => {
    const marks = hours(scale, width, 60);
    expect(marks.length).toBeGreaterThanOrEqual(2);
    expect(marks.length).toBeLessThanOrEqual(Math.floor(width / 52) + 1);
    for (const at of marks) expect((at + 3_600_000) % 900_000).toBe(0);
  });

  it('writes days where the line goes over many of them', () => {
    const month = dayScale(['2026-11-01T09:00:00Z', '2026-11-30T17:00:00Z']);
    expect(hours(month, 400, 0).length).toBeLessThanOrEqual(9);
  });
});

import { describe, expect, it } from 'vitest';
import { momentOf, skippedTo, wallTime } from './zone';

// Zones by their offset alone, and one that changes its clocks.
describe.each([
  ['UTC', '2026-11-29T14:30', '2026-11-29T14:30:00Z'],
  ['Etc/GMT-9', '2026-11-29T08:05', '2026-11-28T23:05:00Z'],
  ['Etc/GMT+5', '2026-12-31T21:00', '2027-01-01T02:00:00Z'],
  ['CET', '2026-07-01T09:00', '2026-07-01T07:00:00Z'],
  ['CET', '2026-12-01T09:00', '2026-12-01T08:00:00Z'],
])('in %s the wall shows %s', (zone, wall, moment) => {
  it(`at ${moment}, and back`, () => {
    expect(momentOf(wall, zone)).toBe(moment);
    expect(wallTime(moment, zone)).toBe(wall);
  });
});

describe('a call time', () => {
  it('in the hour that is skipped in spring is the one after it', () => {
    expect(wallTime(momentOf('2026-03-29T02:30', 'CET'), 'CET')).toBe('2026-03-29T03:30');
  });
  it('in that hour is told, and no other is', () => {
    expect(skippedTo('2026-03-29T02:30', 'CET')).toBe('2026-03-29T03:30');
    expect(skippedTo('2026-03-29T03:30', 'CET')).toBeUndefined();
    expect(skippedTo('2026-10-25T02:30', 'CET')).toBeUndefined();
    expect(skippedTo('', 'CET')).toBeUndefined();
  });
  it('that is not there is none', () => {
    expect(momentOf('', 'UTC')).toBeUndefined();
    expect(wallTime(null, 'UTC')).toBe('');
  });
});

import { describe, expect, it } from 'vitest';
import { layOut } from './dialLayout';

const detent = (label: string, at: number, major = true) => ({ label, detail: '', at, major, typed: label });
const switchOfThree = {
  detents: [detent('L', -3), detent('M', 3), detent('H', 12)],
  hasAutomatic: true,
  targetAt: -3,
  tolerance: 0,
};

describe('layOut', () => {
  it('keeps the distances of the setting: L to M is two fifths of L to H', () => {
    const [l, m, h] = layOut(switchOfThree, 640, null).detents;
    expect((m!.x - l!.x) / (h!.x - l!.x)).toBeCloseTo(6 / 15);
  });

  it('puts the notch on its detent and marks it', () => {
    const drawn = layOut(switchOfThree, 640, 12);
    expect(drawn.targetX).toBe(drawn.detents[0]!.x);
    expect(drawn.detents.filter((d) => d.target).map((d) => d.label)).toEqual(['L']);
  });

  it('never draws two labels over each other, and never leaves out the target or the reading', () => {
    const many = Array.from({ length: 97 }, (_, i) => detent(String(2400 + i * 100), i, i % 20 === 0));
    const drawn = layOut({ detents: many, hasAutomatic: true, targetAt: 8, tolerance: 0 }, 300, 9);
    const shown = drawn.detents.filter((d) => d.shown);
    for (let i = 1; i < shown.length; i++) expect(shown[i]!.x - shown[i - 1]!.x).toBeGreaterThan(36);
    expect(drawn.detents[8]!.shown).toBe(true);
  });

  it('draws the tolerance on both sides, cut at the ends of the line', () => {
    const drawn = layOut({ ...switchOfThree, tolerance: 4 }, 640, null);
    expect(drawn.toleranceFrom).toBe(drawn.targetX);
    expect(drawn.toleranceTo).toBeGreaterThan(drawn.targetX!);
  });

  it('has no second automatic where automatic is one of the places', () => {
    const mode = {
      detents: [detent('manual', 0), detent('auto', 1)],
      hasAutomatic: true,
      targetAt: 0,
      tolerance: 0,
    };
    expect(layOut(mode, 640, null).autoX).toBeNull();
    expect(layOut(switchOfThree, 640, null).autoX).not.toBeNull();
  });

  it('stands in the middle when there is one place, and draws an empty line when there is none', () => {
    const one = layOut(
      { detents: [detent('20', 20)], hasAutomatic: false, targetAt: 20, tolerance: 0 },
      640,
      null,
    );
    expect(one.detents[0]!.x).toBe(320);
    expect(
      layOut({ detents: [], hasAutomatic: false, targetAt: null, tolerance: 0 }, 640, null).detents,
    ).toEqual([]);
  });
});

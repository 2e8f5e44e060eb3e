import { describe, expect, it } from 'vitest';
import type { Views } from '../app/client';
import { marks, placed, reach, stopMarks, stopText, ways } from './matchLayout';

const turn = (number: number, stops: number, mired: number, off = false) =>
  ({
    turn: number,
    rest: { stops, mired, duv: 0 },
    predicted: number > 1 ? { stops: 0.1, mired: 1, duv: 0 } : null,
    verdicts: [{ matter: 'stops', verdict: off ? 'off' : 'ok' }],
  }) as unknown as Views['MatchTurnView'];

describe('the match target', () => {
  it('shows the way of every camera that could be compared, with what was predicted', () => {
    const cameras = [
      { letter: 'A', state: 'reference', turns: [turn(1, 0, 0)] },
      { letter: 'B', state: 'off', turns: [turn(1, 0.5, 20, true), turn(2, 0.1, 2)] },
      { letter: 'C', state: 'noReference', turns: [{ ...turn(1, 0, 0), rest: null }] },
    ] as unknown as Views['MatchCameraView'][];
    const [a, b, ...rest] = ways(cameras);
    expect(rest).toEqual([]);
    expect([a!.isReference, b!.isReference]).toEqual([true, false]);
    expect(b!.places.map((p) => [p.stops, p.off])).toEqual([
      [0.5, true],
      [0.1, false],
    ]);
    expect(b!.predicted.map((p) => p?.stops)).toEqual([undefined, 0.1]);
  });

  it('reaches over what is farthest, and never so little that the tolerance fills it', () => {
    expect(reach([], 5)).toBe(15);
    expect(reach([-40, 10], 5)).toBeCloseTo(46);
  });

  it('has round marks on both sides, and stops in thirds as long as they fit', () => {
    expect(marks(46, 4)).toEqual([-40, -20, 20, 40]);
    expect(marks(0.006, 3)).toEqual([-0.006, -0.004, -0.002, 0.002, 0.004, 0.006]);
    expect(stopMarks(0.7, 3).map((m) => Math.round(m * 3))).toEqual([-2, -1, 1, 2]);
    expect(stopMarks(5, 3)).toEqual([-4, -2, 2, 4]);
    expect([1 / 3, -5 / 3, 2].map(stopText)).toEqual(['+1/3', '−1 2/3', '+2']);
  });

  it('never writes one label over another, nor out of the drawing', () => {
    const points = [
      { x: 100, y: 50, text: 'A' },
      { x: 104, y: 52, text: 'B +0.1 stop' },
      { x: 290, y: 50, text: 'C +0.5 stop, +30' },
    ];
    const labels = placed(points, 300).map((p) => p.label);
    for (const [i, one] of labels.entries())
      for (const other of labels.slice(i + 1))
        expect(Math.abs(one.y - other.y) >= 15 || one.anchor !== other.anchor).toBe(true);
    expect(labels.find((l) => l.text.startsWith('C'))!.anchor).toBe('end');
    const beside = placed([{ x: 100, y: 50, text: 'A' }], 300, [{ x: 122, y: 50 }])[0]!.label;
    expect(beside.y, 'not on a mark that stands there').toBeGreaterThan(60);
  });
});

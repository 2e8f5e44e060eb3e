import { describe, expect, it } from 'vitest';
import { cameraOf, nextTurn, type Camera, type Match } from './useMatch';
import { duv, mired, standing, stops } from './words';

const camera = (letter: string, unit: string, ...turns: number[]) =>
  ({ letter, unit, turns: turns.map((turn) => ({ turn })) }) as unknown as Camera;

describe('a match on the page', () => {
  it('puts the next picture into the round that goes on, or into the next where it has its own already', () => {
    const match = (turn: number) => ({ turn }) as Match;
    expect(nextTurn(match(0), camera('A', 'OBG-1'))).toBe(1);
    expect(nextTurn(match(2), camera('A', 'OBG-1', 1, 2))).toBe(3);
    expect(nextTurn(match(2), camera('B', 'OBG-2', 1))).toBe(2);
  });

  it('knows a file by the whole tag in its name, and else takes the first camera that waits', () => {
    const waiting = [camera('A', 'OBG-1'), camera('B', 'OBG-11'), camera('C', 'OBG-2')];
    expect(cameraOf('obg-11 second.png', waiting)?.letter).toBe('B');
    expect(cameraOf('OBG-2.jpg', waiting)?.letter).toBe('C');
    expect(cameraOf('DSC_001.jpg', waiting)?.letter).toBe('A');
    expect(cameraOf('a.png', [])).toBeUndefined();
  });

  it('writes what is left with its sign, and nothing as nothing', () => {
    expect(stops(-1.44)).toBe('−1.44 stops');
    expect([stops(0.304), stops(-0.001), mired(-12.34), duv(0.0021)]).toEqual([
      '+0.30 stop',
      '0.00 stop',
      '−12.3 mired',
      '+0.0021 Δuv',
    ]);
  });

  it('tells where controls stand, and leaves out what nobody read', () => {
    const controls = { hasTint: true, gains: [{ gainDb: -3, label: 'L (−3 dB)' }] } as never;
    expect(
      standing({ whiteK: 5600, tint: 0, filter: '1/4', gainDb: -3, iris: 'f/4', base: '' }, controls),
    ).toBe('5600 K · tint 0 · ND 1/4 · L (−3 dB) · f/4');
    expect(standing({ tint: 0, base: '' }, { hasTint: false, gains: [] } as never)).toBe('');
  });
});

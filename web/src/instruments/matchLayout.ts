import type { Views } from '../app/client';

/** A camera at one turn, as far as the target shows it. */
export type Place = {
  letter: string;
  turn: number;
  mired: number;
  stops: number;
  duv: number;
  off: boolean;
  tintOff: boolean;
};
/** A camera's way: where it was, and where the correction should have brought it. */
export type Way = { letter: string; places: Place[]; predicted: (Place | undefined)[]; isReference: boolean };

const isOff = (turn: Views['MatchTurnView'], ...matters: string[]) =>
  turn.verdicts.some((v) => v.verdict === 'off' && matters.includes(v.matter));

/** The ways of all cameras, those without a picture that can be compared left out. */
export function ways(cameras: readonly Views['MatchCameraView'][]): Way[] {
  return cameras.flatMap((camera) => {
    const turns = camera.turns.filter((t) => t.rest);
    if (!turns.length) return [];
    const at = (turn: Views['MatchTurnView'], rest: Views['MatchRestView']): Place => ({
      letter: camera.letter,
      turn: turn.turn,
      mired: rest.mired,
      stops: rest.stops,
      duv: rest.duv,
      off: isOff(turn, 'stops', 'mired', 'duv'),
      tintOff: isOff(turn, 'duv'),
    });
    return [
      {
        letter: camera.letter,
        places: turns.map((t) => at(t, t.rest!)),
        predicted: turns.map((t) => (t.predicted ? at(t, t.predicted) : undefined)),
        isReference: camera.state === 'reference',
      },
    ];
  });
}

const NICE = [1, 2, 5];
/** How far an axis goes to each side: what is farthest with some air, and never less than a little more than the tolerance. */
export function reach(values: readonly number[], tolerance: number): number {
  return Math.max(tolerance * 3, 1.15 * Math.max(0, ...values.map(Math.abs)));
}

/** Marks to both sides of nothing, so that about `most` of them fit. */
export function marks(to: number, most: number): number[] {
  const rough = to / most;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = (NICE.find((n) => n * power >= rough) ?? 10) * power;
  const count = Math.floor(to / step + 1e-9);
  return Array.from({ length: 2 * count + 1 }, (_, i) => Math.round((i - count) * step * 1e6) / 1e6).filter(
    (m) => m !== 0,
  );
}

/** Marks in thirds of a stop, whole stops, or several, so that about `most` fit to a side. */
export function stopMarks(to: number, most: number): number[] {
  const step = [1 / 3, 2 / 3, 1, 2, 4].find((s) => to / s <= most) ?? 8;
  const count = Math.floor(to / step + 1e-9);
  return Array.from({ length: 2 * count + 1 }, (_, i) => (i - count) * step).filter((m) => m !== 0);
}

/** A mark in stops, in plain figures: `+1 1/3`. */
export function stopText(of: number): string {
  const thirds = Math.round(Math.abs(of) * 3);
  const [whole, left] = [Math.floor(thirds / 3), thirds % 3];
  return `${of < 0 ? '−' : '+'}${[whole || !left ? `${whole}` : '', left ? `${left}/3` : ''].filter(Boolean).join(' ')}`;
}

type Label = { x: number; y: number; text: string };
const LINE = 15;
const LETTER = 7;
const MARK = 9;

/** Labels beside their points: one that would stand on another goes to a line below it, and one at the edge to the other side. */
export function placed<T extends { x: number; y: number; text: string }>(
  points: readonly T[],
  width: number,
  /** What else is drawn: no label stands on it. */
  marks: readonly { x: number; y: number }[] = [],
): (T & { label: Label & { anchor: 'start' | 'end' } })[] {
  const taken: { left: number; right: number; y: number }[] = marks.map((m) => ({
    left: m.x - MARK,
    right: m.x + MARK,
    y: m.y + 4,
  }));
  return [...points]
    .sort((a, b) => a.y - b.y)
    .map((point) => {
      const long = point.text.length * LETTER;
      const anchor = point.x + 14 + long > width ? ('end' as const) : ('start' as const);
      const x = anchor === 'start' ? point.x + 14 : point.x - 14;
      const [left, right] = anchor === 'start' ? [x, x + long] : [x - long, x];
      let y = point.y + 4;
      while (taken.some((t) => t.left < right && t.right > left && Math.abs(t.y - y) < LINE)) y += LINE;
      taken.push({ left, right, y });
      return { ...point, label: { x, y, text: point.text, anchor } };
    });
}

import type { Views } from '../app/client';
import { plain } from './fractions';

export interface DrawnDetent {
  x: number;
  label: string;
  detail: string;
  shown: boolean;
  target: boolean;
}

export interface DrawnDial {
  detents: DrawnDetent[];
  targetX: number | null;
  toleranceFrom: number;
  toleranceTo: number;
  autoX: number | null;
  crowded: boolean;
  x: (at: number) => number;
}

const LEAST_EDGE = 44;
const AUTO_ROOM = 72;
const LETTER = 9.2;

const halfWidth = (d?: { label: string; detail: string }) =>
  d ? (Math.max(plain(d.label).length * LETTER, plain(d.detail).length * LETTER * 0.78) + 7) / 2 : 0;

/** Where everything of a dial is drawn on a line of a given width. Drawing only: the coordinates come from the site. */
export function layOut(dial: Views['DialView'], width: number, readingAt: number | null): DrawnDial {
  const first = dial.detents[0]?.at ?? 0;
  const last = dial.detents.at(-1)?.at ?? 0;
  const ats = [
    first,
    last,
    ...(readingAt === null ? [] : [readingAt]),
    ...(dial.targetAt === null ? [] : [dial.targetAt]),
  ];
  const low = Math.min(...ats);
  const high = Math.max(...ats);
  // A mode names automatic among its places already; then no second ring is drawn.
  const auto = dial.hasAutomatic && !dial.detents.some((d) => d.label === 'auto');
  const left = Math.max(LEAST_EDGE, halfWidth(dial.detents[0]));
  const right = width - Math.max(LEAST_EDGE, halfWidth(dial.detents.at(-1))) - (auto ? AUTO_ROOM : 0);
  const scale = high > low ? (right - left) / (high - low) : 0;
  const x = (at: number) => (scale === 0 ? (left + right) / 2 : left + (at - low) * scale);
  const near = (a: number, b: number | null) => b !== null && Math.abs(x(a) - x(b)) < 1;

  const detents = dial.detents.map((d) => ({
    x: x(d.at),
    label: plain(d.label),
    detail: plain(d.detail),
    shown: false,
    target: near(d.at, dial.targetAt),
    rank: near(d.at, dial.targetAt) ? 0 : near(d.at, readingAt) ? 1 : d.major ? 2 : 3,
  }));
  // Labels are placed by rank, and left out where they would touch one that is there.
  const taken: [number, number][] = [];
  for (const detent of [...detents].sort((a, b) => a.rank - b.rank)) {
    const half = halfWidth(detent);
    if (taken.every(([from, to]) => detent.x + half <= from || detent.x - half >= to)) {
      detent.shown = true;
      taken.push([detent.x - half, detent.x + half]);
    }
  }
  const target = dial.targetAt;
  return {
    detents,
    targetX: target === null ? null : x(target),
    toleranceFrom: target === null ? 0 : x(Math.max(low, target - dial.tolerance)),
    toleranceTo: target === null ? 0 : x(Math.min(high, target + dial.tolerance)),
    autoX: auto ? width - LEAST_EDGE : null,
    crowded: dial.detents.length > 24,
    x,
  };
}

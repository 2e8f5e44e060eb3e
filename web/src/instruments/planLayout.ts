/** Positions for the drawings of a plan. They place what the site worked out; they work nothing out. */

export type Block = { key: string; label: string; top: number; height: number; stops: number };

/** Stops that fill the height of a stack: the tallest column, to the next whole stop, at least three. */
export function stackMost(tops: number[]): number {
  return Math.max(3, Math.ceil(Math.max(0, ...tops) - 1e-9));
}

/** Whole stops that the darkest column hangs under the line; none while all are within half a stop of it. */
export function stackUnder(errors: number[]): number {
  const worst = -Math.min(0, ...errors);
  return worst > 0.5 ? Math.ceil(worst - 1e-9) : 0;
}

/**
 * One column of a stop stack: filters stand on the iris, the iris on the gold line; what is over or under the line is the error.
 * A column that is too dark hangs under the line, one that is too bright ends above it.
 */
export function stackBlocks(
  stack: { iris: number; error: number; filters: { label: string; stops: number }[] },
  label: string,
  height: number,
  most: number,
  under = 0,
): { iris: Block; filters: Block[]; error: Block | null } {
  const scale = height / (most + under);
  const line = most * scale;
  const foot = line - stack.error * scale;
  const irisStops = -stack.iris;
  let at = foot - irisStops * scale;
  const iris: Block = { key: 'iris', label, top: at, height: irisStops * scale, stops: stack.iris };
  const filters = stack.filters
    .filter((f) => f.stops > 1e-9)
    .map((f, i) => {
      const tall = f.stops * scale;
      at -= tall;
      return { key: `${i} ${f.label}`, label: f.label, top: at, height: tall, stops: -f.stops };
    });
  const tall = Math.abs(stack.error) * scale;
  const error =
    tall < 1.5
      ? null
      : { key: 'error', label: '', top: Math.min(foot, line), height: tall, stops: stack.error };
  return { iris, filters, error };
}

/** Moves labels apart along a line so that none is nearer to the next than a gap; each stays as near to its own place as that allows. */
export function spread(places: number[], gap: number, least: number, most: number): number[] {
  const order = places.map((at, i) => ({ at, i })).sort((a, b) => a.at - b.at);
  const out = new Array<number>(places.length);
  const groups: { members: number[]; middle: number }[] = [];
  for (const { at, i } of order) {
    groups.push({ members: [i], middle: at });
    // Two groups that touch become one, centred on what its members want.
    while (groups.length > 1) {
      const b = groups[groups.length - 1]!;
      const a = groups[groups.length - 2]!;
      if (b.middle - a.middle >= (gap * (a.members.length + b.members.length)) / 2 - 1e-9) break;
      const members = [...a.members, ...b.members];
      groups.splice(-2, 2, {
        members,
        middle: members.reduce((sum, m) => sum + places[m]!, 0) / members.length,
      });
    }
  }
  for (const { members, middle } of groups)
    members.forEach((m, k) => (out[m] = middle + (k - (members.length - 1) / 2) * gap));
  // What runs over an end is pushed back, and pushes its neighbours.
  const sorted = order.map((o) => o.i);
  sorted.forEach((m, k) => (out[m] = Math.max(out[m]!, least + k * gap)));
  sorted
    .slice()
    .reverse()
    .forEach((m, k) => (out[m] = Math.min(out[m]!, most - k * gap)));
  return out;
}

/** A scale of distances: equal ratios take equal room, so that near and far are both readable. */
export function distanceScale(
  near: number[],
  far: (number | null)[],
  width: number,
): { at: (m: number | null) => number; marks: number[] } {
  const ends = far.filter((f): f is number => f !== null);
  const least = Math.min(...near, ...ends) / 1.25;
  const most = Math.max(...near, ...ends, least * 4) * 1.4;
  const span = Math.log(most / least);
  const at = (m: number | null) =>
    m === null ? width : Math.max(0, Math.min(width, (Math.log(m / least) / span) * width));
  const marks = [0.1, 0.25, 0.5, 1, 2, 4, 8, 16, 32, 64, 128].filter((m) => m >= least && m <= most);
  return { at, marks };
}

/** Whole steps for a scale between two ends: about as many as asked for, in ones, twos or fives. */
export function ticks(least: number, most: number, about: number): number[] {
  const rough = (most - least) / Math.max(1, about);
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * ten).find((n) => n >= rough - 1e-12) ?? ten * 10;
  const out: number[] = [];
  for (let at = Math.ceil(least / step - 1e-9) * step; at <= most + 1e-9; at += step) out.push(at);
  return out;
}

/** A label that may stand at one of several places: its middle and foot, and how large it is. The first place that is free is taken. */
export type Placeable = {
  places: { x: number; y: number }[];
  width: number;
  height: number;
  /** It is left out rather than written over another one. */
  optional?: boolean;
};

/** Where labels stand so that none meets another: each at the first of its places that is free, or, where none is, where it meets least; null for what is left out. */
export function placeLabels(labels: Placeable[]): ({ x: number; y: number } | null)[] {
  const taken: { left: number; right: number; top: number; bottom: number }[] = [];
  return labels.map(({ places, width, height, optional }) => {
    const boxes = places.map(({ x, y }) => {
      const box = { left: x - width / 2, right: x + width / 2, top: y - height, bottom: y };
      const met = taken.reduce((sum, other) => {
        const wide = Math.min(box.right, other.right) - Math.max(box.left, other.left);
        const high = Math.min(box.bottom, other.bottom) - Math.max(box.top, other.top);
        return wide > 0 && high > 0 ? sum + wide * high : sum;
      }, 0);
      return { at: { x, y }, box, met };
    });
    const best = boxes.reduce((least, one) => (one.met < least.met ? one : least));
    if (optional && best.met > 0) return null;
    taken.push(best.box);
    return best.at;
  });
}

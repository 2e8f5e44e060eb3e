import type { Views } from '../../app/client';

type Kind = Views['TryView']['kind'];

/** The kinds of exercise, in the order in which they are offered. */
export const KINDS: { key: string; kind: Kind; name: string; about: string }[] = [
  {
    key: 'find-control',
    kind: 'findControl',
    name: 'Find the control',
    about: 'Five controls: on which side, under which name.',
  },
  {
    key: 'set-to-sheet',
    kind: 'setToSheet',
    name: 'Set it to the sheet',
    about: 'A borrowed camera with the faults that happen here.',
  },
  {
    key: 'looks-wrong',
    kind: 'looksWrong',
    name: 'It looks wrong',
    about: 'One harmless cause. Look, then say which.',
  },
  {
    key: 'light-changed',
    kind: 'lightChanged',
    name: 'The light changed',
    about: 'Stops, thirds, ND, gain and mired by head.',
  },
  {
    key: 'two-cameras',
    kind: 'twoCameras',
    name: 'Two cameras',
    about: 'Bring B to A; measure twice at most.',
  },
  {
    key: 'before-and-after',
    kind: 'beforeAndAfter',
    name: 'Before and after',
    about: 'Kit, cards, and the wrap list.',
  },
];
export const kindOf = (kind: Kind) => KINDS.find((k) => k.kind === kind)!;

export const SIDES: { key: Views['BodyControlView']['side']; name: string }[] = [
  { key: 'left', name: 'left' },
  { key: 'right', name: 'right' },
  { key: 'back', name: 'back' },
  { key: 'top', name: 'top' },
  { key: 'front', name: 'front' },
  { key: 'lens', name: 'lens' },
  { key: 'screen', name: 'menu' },
];

/** Minutes and seconds on the clock of an exercise. */
export const clockOf = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

export const AUTOMATIC = 'auto';

const BALANCE = 'balance ';
/** White balance on a card, for each memory of the camera. */
export const balancesOf = (s: Views['WorkedSettingView']) =>
  s.positions.filter((p) => p.to.startsWith(BALANCE));

/** Every position that a control is moved to, the automatic last where it has one. */
export function positionsOf(s: Views['WorkedSettingView']): Views['PositionView'][] {
  const all = s.positions.filter((p) => p.to !== AUTOMATIC && !p.to.startsWith(BALANCE));
  return s.hasAutomatic ? [...all, { to: AUTOMATIC, label: 'auto', detail: 'automatic' }] : all;
}

/** Where it stands among its positions; −1 where it shows none of them, as with a memory. */
export function placeOf(s: Views['WorkedSettingView']): number {
  const all = positionsOf(s);
  if (s.isAutomatic) return all.findIndex((p) => p.to === AUTOMATIC);
  return all.findIndex((p) => p.label === s.now || p.to === s.now);
}

/** The position so many clicks on; from where it shows none, it begins in the middle. */
export function stepped(s: Views['WorkedSettingView'], by: number): string | undefined {
  const all = positionsOf(s);
  const at = placeOf(s);
  const next = at < 0 ? Math.floor(all.length / 2) : Math.max(0, Math.min(all.length - 1, at + by));
  return all.length && next !== at ? all[next]!.to : undefined;
}

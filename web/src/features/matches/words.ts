import type { Views } from '../../app/client';

/** How a camera stands, in a word or two. */
export const STATE: Record<Views['MatchState'], string> = {
  noPicture: 'no picture yet',
  noReference: 'not compared yet',
  notFit: 'picture not fit',
  off: 'off',
  outOfReach: 'out of reach',
  matched: 'matched',
  reference: 'reference',
};

/** Which of the three colours it has: what the camera has is tide, off is rust, else ink. */
export const tone = (state: Views['MatchState']): string =>
  state === 'matched' ? 'has' : state === 'off' || state === 'outOfReach' || state === 'notFit' ? 'off' : '';

export const MATTER: Record<string, string> = {
  stops: 'exposure',
  mired: 'white balance',
  duv: 'tint',
  hue_deg: 'skin hue',
};

const number = (of: number, digits: number) =>
  `${of < 0 ? '−' : '+'}${Math.abs(of).toFixed(digits)}`.replace(/^[+−](0(?:\.0+)?)$/, '$1');
/** What is left, with its sign and unit. */
export const stops = (of: number) => `${number(of, 2)} ${Math.abs(of) > 1 ? 'stops' : 'stop'}`;
export const mired = (of: number) => `${number(of, 1)} mired`;
export const duv = (of: number) => `${number(of, 4)} Δuv`;
export const degrees = (of: number) => `${number(of, 1)}°`;

/** Where the controls stand, in one line; what nobody read is left out. */
export function standing(at: Views['MatchPositionDocument'], controls: Views['MatchControlsView']): string {
  const gain = controls.gains.find((g) => g.gainDb === at.gainDb)?.label;
  return [
    at.whiteK ? `${Math.round(at.whiteK)} K` : '',
    controls.hasTint ? `tint ${number(at.tint ?? 0, 0)}` : '',
    at.filter ? (at.filter === 'clear' ? 'ND clear' : `ND ${at.filter}`) : '',
    gain ?? (at.gainDb == null ? '' : `${number(at.gainDb, 1)} dB`),
    at.iris ?? '',
  ]
    .filter(Boolean)
    .join(' · ');
}

import type { Views } from '../../app/client';

export type Kind = Views['UnitFigureDocument']['kind'];

/** What is measured, as a heading. */
export const KIND: Record<Kind, string> = {
  filters: 'Filters',
  noise: 'Noise by gain',
  latitude: 'Latitude',
  sisters: 'Units side by side',
};

export const STATE: Record<Views['MeasurementState'], string> = {
  open: 'open',
  inUse: 'in use',
  kept: 'accepted',
  superseded: 'superseded',
  withdrawn: 'withdrawn',
};

const signed = (of: number, digits: number) =>
  `${of < 0 ? '−' : '+'}${Math.abs(of).toFixed(digits)}`.replace(/^[+−](0(?:\.0+)?)$/, '$1');
export const stops = (of: number, digits = 2) =>
  `${signed(of, digits)} ${Math.abs(of) > 1 ? 'stops' : 'stop'}`;
/** A size, without a sign. */
export const size = (of: number, digits = 2) => of.toFixed(digits).replace('-', '−');
export const mired = (of: number) => `${signed(of, 0)} mired`;
export const duv = (of: number) => signed(of, 4);
export const decibels = (of: number) => `${of < 0 ? '−' : ''}${Math.abs(of).toFixed(1)} dB`;
export const gain = (of: number) => `${signed(of, 0)} dB`;

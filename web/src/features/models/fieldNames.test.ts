import { describe, expect, it } from 'vitest';
import type { Views } from '../../app/client';
import { fieldPlace, withoutEmptyRows } from './fieldNames';
import { takeOver } from './fromManual';

describe('where a problem stands', () => {
  it.each([
    ['/power/batteryWh', '', 'power, battery in Wh'],
    ['/formats/2/rate', 'record-format', 'recording 3, rate'],
    ['/gain/isoAtZeroGain', 'gain', 'gain, ISO at zero gain'],
    ['/controls/white-balance/path', 'white-balance', 'place, path'],
    ['/choices/profile/positions/0/shown', 'profile', 'choices, positions, row 1, shown'],
    ['/name', '', 'name'],
  ])('%s', (pointer, setting, words) => {
    expect(fieldPlace(pointer)).toEqual({ setting, words });
    expect(fieldPlace(pointer).words).not.toContain('/');
  });
});

describe('rows that nobody filled', () => {
  it('are no rows, half filled ones are', () => {
    const row = { size: '', rate: '', bitRatesMbps: [], crop: 1, cost: '', raw: false };
    const base = {
      word: 'low',
      name: '',
      isoAtZeroGain: NaN,
      noisePenaltyDb: 0,
      gains: { fromDb: NaN, toDb: NaN, stepDb: NaN },
    };
    const half = { ...row, size: '1080' };
    expect(
      withoutEmptyRows({ name: '', formats: [row, half], gain: { bases: [base, { ...base, name: 'LOW' }] } }),
    ).toEqual({ name: '', formats: [half], gain: { bases: [{ ...base, name: 'LOW' }] } });
  });

  it('leave what is no row as it is', () => {
    expect(withoutEmptyRows({ shutters: ['1/60'], labels: [''], power: null, fullAuto: false })).toEqual({
      shutters: ['1/60'],
      labels: [''],
      power: null,
      fullAuto: false,
    });
  });
});

describe('ISO numbers of a manual', () => {
  const found = (isos: number[]) =>
    ({
      gains: [],
      isos,
      shutters: [],
      automatic: [],
      angles: [],
      formats: [],
      filters: [],
      presetsK: [],
      paths: [],
    }) as unknown as Views['ManualText'];

  it('presume the lowest as native until somebody confirms it, and break nothing', () => {
    const card = { gain: {}, presumed: [], controls: {} } as unknown as Views['ModelDocument'];
    takeOver(card, found([200, 100, 400]), String);
    expect(card.gain.isoAtZeroGain).toBe(100);
    expect(card.presumed).toEqual(['gain']);
    takeOver(card, found([100, 800]), String);
    expect(card.gain.isoAtZeroGain).toBe(100);
  });
});

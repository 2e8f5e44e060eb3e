import { describe, expect, it } from 'vitest';
import { doneLines, happened } from './words';

const at = '2026-11-30T09:00:00Z';
const event = (kind: string, more: object = {}) => ({ kind, by: 'Ines', at, ...more });

describe('what was done with a loan', () => {
  it('says each thing with its names and numbers', () => {
    expect(happened(event('card-listed', { card: 'Card 1', clips: 1, owners: ['Mara'] }))).toBe(
      'Card 1: 1 clip of Mara',
    );
    expect(happened(event('counted-back', { counted: [{ name: 'Battery', counted: 2, broken: 1 }] }))).toBe(
      'kit counted: 1 × Battery broken',
    );
    expect(happened(event('closed', { text: 'left at the gate' }))).toContain('left at the gate');
    expect(happened(event('piece-settled', { piece: 'Plate', how: 'written-off' }))).toBe(
      'Plate: written off',
    );
    expect(happened(event('of another version'))).toBe('of another version');
  });

  it('puts steps of the wrap list that were done together on one line, by their names', () => {
    const wrap = [
      { step: 'power-off', name: 'power off by the control that closes the lens cover', isDone: true },
      { step: 'card-out', name: 'card out', isDone: true },
    ];
    const events = [
      event('came-back'),
      event('wrap-marked', { step: 'power-off', done: true }),
      event('wrap-marked', { step: 'card-out', done: true }),
      event('wrap-marked', { step: 'card-out', done: false }),
      { ...event('wrap-marked', { step: 'card-out', done: true }), by: 'Tobias' },
    ];
    expect(doneLines({ events, wrap } as never).map((l) => l.text)).toEqual([
      'came back',
      'done: power off by the control that closes the lens cover, card out',
      'not done after all: card out',
      'done: card out',
    ]);
    expect(doneLines(undefined)).toEqual([]);
  });
});

import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../../app/client';
import DriftTable from './DriftTable.vue';
import { REMEDIES } from './remedies';

const drift = (
  name: string,
  remedy: Views['DriftRemedy'],
  over: Partial<Views['DriftView']> = {},
): Views['DriftView'] => ({
  setting: name,
  name,
  wrong: { times: 7, of: 40, lowPercent: 9, highPercent: 32, label: '7 of 40, 9 to 32 %' },
  automatic: { times: 0, of: 40, lowPercent: 0, highPercent: 9, label: '0 of 40' },
  remedy,
  because: { ruleId: 'DRIFT', case: 'test', sentence: `${name} was off.`, figures: [] },
  lastWrong: null,
  ...over,
});
const table = (settings: Views['DriftView'][], short = false) =>
  mount(DriftTable, { props: { settings, caption: 'What drifts', short } });

describe('DriftTable', () => {
  it('tells how often with its bounds, and what helps, and why', () => {
    const row = table([drift('gain', 'tape', { lastWrong: '2026-11-20T09:00:00Z' })]).find(
      'tr[data-setting=gain]',
    );
    expect(row.text()).toContain('7 of 40, 9 to 32 %');
    expect(row.text()).toContain(REMEDIES.tape);
    expect(row.text()).toContain('gain was off.');
    expect(row.text()).toContain('2026');
    expect(row.find('.between').attributes()).toMatchObject({ x1: '9', x2: '32' });
  });

  it('leaves what stays and what nobody can tell behind a press', async () => {
    const all = table([drift('gain', 'lock'), drift('nd', 'leave'), drift('zebra', 'tooFew')]);
    expect(all.findAll('tbody tr')).toHaveLength(1);
    await all.find('button').trigger('click');
    expect(all.findAll('tbody tr')).toHaveLength(3);
    expect(all.text()).toContain('too few to say');
  });

  it('says so where nothing drifts and where nothing was checked', () => {
    expect(table([drift('nd', 'leave')]).text()).toContain('No drift in 1 setting.');
    expect(table([]).text()).toContain('Nothing has been checked and signed yet');
  });

  it('counts what automatic apart, and is brief where there is little room', () => {
    const automatic = { times: 5, of: 40, lowPercent: 5, highPercent: 26, label: '5 of 40' };
    const short = table([drift('gain', 'training', { automatic: automatic })], true);
    expect(short.text()).toContain('5 automatic');
    expect(short.text()).not.toContain('gain was off.');
  });
});

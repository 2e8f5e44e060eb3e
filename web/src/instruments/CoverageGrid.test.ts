import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../app/client';
import CoverageGrid from './CoverageGrid.vue';

const cell = (
  standardKey: string,
  modelKey: string,
  over: Partial<Views['CoverageCellView']> = {},
): Views['CoverageCellView'] => ({
  standardKey,
  standardVersion: 1,
  modelKey,
  exact: 9,
  compromise: 0,
  notPossible: 0,
  brokenMusts: 0,
  checkByEye: 0,
  findings: 0,
  matters: '',
  mattersSetting: '',
  lightLeft: '0 stops',
  notable: '',
  ...over,
});
const grid: Views['CoverageView'] = {
  standards: [
    { key: 'talk', name: 'Talk', version: 1, state: 'approved' },
    { key: 'night', name: 'Night', version: 1, state: 'draft' },
  ],
  models: [
    { key: 'a', name: 'Alder', version: 1, units: 4 },
    { key: 'b', name: 'Bracken', version: 1, units: 2 },
  ],
  cells: [
    cell('talk', 'a'),
    cell('talk', 'b', {
      exact: 6,
      compromise: 2,
      notPossible: 3,
      brokenMusts: 1,
      mattersSetting: 'gain',
      notable: 'Gain −3 dB',
    }),
    cell('night', 'a', { exact: 8, checkByEye: 1 }),
    cell('night', 'b'),
  ],
};
const open = () =>
  mount(CoverageGrid, {
    props: { grid },
    attachTo: document.body,
    global: {
      stubs: {
        RouterLink: { props: ['to'], template: '<a href="#" :data-to="JSON.stringify(to)"><slot /></a>' },
      },
    },
  });

describe('CoverageGrid', () => {
  it('opens a cell on the notch that matters, and a draft on its own version', () => {
    const links = open().findAll('td a');
    expect(JSON.parse(links[1]!.attributes('data-to')!)).toEqual({
      path: '/sheets/talk/b',
      query: {},
      hash: '#gain',
    });
    expect(JSON.parse(links[2]!.attributes('data-to')!)).toEqual({
      path: '/sheets/night/a',
      query: { version: '1' },
      hash: '',
    });
  });

  it('says each cell in words and draws only what there is', () => {
    const cells = open().findAll('td a');
    expect(cells[1]!.text()).toContain(
      'Talk on Bracken: 6 exact, 2 compromises, 1 required not possible, 2 that this model lacks and nothing requires. Gain −3 dB.',
    );
    expect(cells[2]!.text()).toContain('1 to check by eye');
    const shown = cells[0]!
      .findAll('.bar i')
      .filter((i) => !i.attributes('style')?.includes('display: none'));
    expect(shown.map((i) => i.classes())).toEqual([['exact']]);
  });

  it('is walked with the arrows and stops at its edges', async () => {
    const cells = open().findAll('td a');
    (cells[0]!.element as HTMLElement).focus();
    await cells[0]!.trigger('keydown', { key: 'ArrowRight' });
    expect(document.activeElement).toBe(cells[1]!.element);
    await cells[1]!.trigger('keydown', { key: 'ArrowDown' });
    expect(document.activeElement).toBe(cells[3]!.element);
    await cells[3]!.trigger('keydown', { key: 'ArrowRight' });
    expect(document.activeElement).toBe(cells[3]!.element);
  });

  it('tells below what the cell under the finger differs in', async () => {
    const wrapper = open();
    await wrapper.findAll('td a')[1]!.trigger('mouseenter');
    expect(wrapper.get('.told').text()).toContain('Gain −3 dB');
  });
});

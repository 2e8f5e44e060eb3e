import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../../app/client';
import ConsequencePanel from './ConsequencePanel.vue';

const because = (sentence: string): Views['JudgementView'] => ({
  ruleId: 'NOW-TEST',
  case: 'test',
  sentence,
  figures: [],
});
const now = (over: Partial<Views['NowView']> = {}): Views['NowView'] => ({
  items: [
    {
      topic: 'exposure',
      severity: 'fault',
      value: '+2⅓ stops',
      because: because('2.49 stops over what the sheet means.'),
    },
    { topic: 'noise', severity: 'fine', value: '0 dB', because: because('Noise is as the sheet means it.') },
    {
      topic: 'whiteBalance',
      severity: 'unknown',
      value: 'not read yet',
      because: because('White balance has not been read.'),
    },
  ],
  terms: [
    { setting: 'gain', name: 'Gain', stops: 2.49, label: '+2⅓ stops', source: 'read' },
    { setting: 'nd', name: 'ND filter', stops: -2.6, label: '−2⅔ stops', source: 'read' },
    { setting: 'shutter', name: 'Shutter', stops: 0, label: '0 stops', source: 'read' },
    { setting: 'iris', name: 'Iris', stops: 0, label: '0 stops', source: 'assumed' },
  ],
  metered: null,
  hidden: [],
  order: [],
  resetFirst: null,
  ...over,
});

describe('ConsequencePanel', () => {
  it('tells the sentence of what is wrong and stays quiet about what is fine', () => {
    const text = mount(ConsequencePanel, { props: { now: now() } }).text();
    expect(text).toContain('2.49 stops over');
    expect(text).not.toContain('Noise is as the sheet means it.');
    expect(text).not.toContain('Corrections');
  });

  it('lists only the terms that move the picture', () => {
    const names = mount(ConsequencePanel, { props: { now: now() } }).findAll('.terms dt');
    expect(names.map((n) => n.text())).toEqual(['Gain', 'ND filter']);
  });

  it('puts two wrongs first and the order of correcting after the consequences', () => {
    const hidden = [
      {
        brighter: 'gain',
        darker: 'nd',
        leftStops: -0.11,
        because: because('The picture looks right, the noise does not.'),
      },
    ];
    const order = [
      { setting: 'gain', name: 'Gain', from: 'H', to: 'L', reason: 'First.' },
      { setting: 'nd', name: 'ND filter', from: '1', to: 'clear', reason: 'Then.' },
    ];
    const wrapper = mount(ConsequencePanel, { props: { now: now({ hidden, order }) } });
    expect(wrapper.get('.problem').text()).toContain('the noise does not');
    expect(wrapper.findAll('.order li').map((l) => l.get('p').text().split(' ')[0])).toEqual(['Gain', 'ND']);
    const html = wrapper.html();
    expect(html.indexOf('problem')).toBeLessThan(html.indexOf('order'));
  });
});

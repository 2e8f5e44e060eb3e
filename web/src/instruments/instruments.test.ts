import { mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../app/client';
import ControlWhere from './ControlWhere.vue';
import NotchDial from './NotchDial.vue';
import SettingText from './SettingText.vue';
import VerdictMark from './VerdictMark.vue';

const dial: Views['DialView'] = {
  detents: [
    { label: 'L', detail: '−3 dB', at: -3, major: true, typed: 'L' },
    { label: 'M', detail: '+3 dB', at: 3, major: true, typed: 'M' },
    { label: 'H', detail: '+12 dB', at: 12, major: true, typed: 'H' },
  ],
  hasAutomatic: true,
  targetAt: -3,
  tolerance: 0,
};
const reading = (over: Partial<Views['ReadingView']>): Views['ReadingView'] => ({
  kind: 'value',
  typed: '',
  label: '',
  dialAt: null,
  by: '',
  at: null,
  stage: 'found',
  fromCamera: false,
  fromClip: false,
  version: 1,
  ...over,
});
const verdict = (kind: Views['VerdictKind'], offLabel = ''): Views['VerdictView'] => ({
  kind,
  offAmount: 0,
  offUnit: 'decibels',
  needsCorrection: false,
  offLabel,
  because: { ruleId: 'CHECK-DISTANCE', case: 'test', sentence: '', figures: [] },
});

describe('NotchDial', () => {
  it('says in words what it draws', () => {
    const wrapper = mount(NotchDial, {
      props: {
        dial,
        name: 'Gain',
        reading: reading({ label: 'H, +12 dB', dialAt: 12 }),
        verdict: verdict('offTarget', '+15 dB'),
      },
    });
    expect(wrapper.get('svg').attributes('aria-label')).toBe(
      'Gain: L −3 dB, M +3 dB, H +12 dB. The notch is at L. It is set to H, +12 dB. off by +15 dB.',
    );
    expect(wrapper.get('.distance').text()).toBe('off by +15 dB');
  });

  it('draws no tick while it is on automatic, and fills the ring', () => {
    const wrapper = mount(NotchDial, {
      props: {
        dial,
        name: 'Gain',
        reading: reading({ kind: 'automatic', label: 'auto' }),
        verdict: verdict('automatic'),
      },
    });
    expect(wrapper.find('.tick').exists()).toBe(false);
    expect(wrapper.find('.automatic .auto').exists()).toBe(true);
    expect(wrapper.get('svg').attributes('aria-label')).toContain('It is on automatic.');
  });

  it('draws the tick in tide when on and in rust when off', () => {
    const on = mount(NotchDial, {
      props: {
        dial,
        name: 'Gain',
        reading: reading({ label: 'L', dialAt: -3 }),
        verdict: verdict('onTarget'),
      },
    });
    expect(on.get('.tick').classes()).not.toContain('out');
    const off = mount(NotchDial, {
      props: {
        dial,
        name: 'Gain',
        reading: reading({ label: 'M', dialAt: 3 }),
        verdict: verdict('offTarget', '+6 dB'),
      },
    });
    expect(off.get('.tick').classes()).toContain('out');
  });

  it('is a table when asked', () => {
    const wrapper = mount(NotchDial, {
      props: {
        dial,
        name: 'Gain',
        table: true,
        reading: reading({ label: 'M', dialAt: 3 }),
        verdict: verdict('offTarget', '+6 dB'),
      },
    });
    const rows = wrapper.findAll('tbody tr').map((r) => r.text().replace(/\s+/g, ' '));
    expect(rows[0]).toContain('the notch');
    expect(rows[1]).toContain('set here, off by +6 dB');
    expect(rows[3]).toContain('auto');
    expect(wrapper.find('svg').exists()).toBe(false);
  });
});

describe('VerdictMark', () => {
  it.each([
    ['onTarget', 'on target', '.tick.has'],
    ['withinTolerance', 'within tolerance', '.tick.has'],
    ['offTarget', 'off target', '.tick.out'],
    ['automatic', 'on automatic', '.ring'],
    ['unread', 'not read', '.dotted'],
    ['notFitted', 'not fitted', '.bar'],
  ] as const)('%s has a shape and a word of its own', (kind, word, shape) => {
    const wrapper = mount(VerdictMark, { props: { kind, word: true } });
    expect(wrapper.find(shape).exists()).toBe(true);
    expect(wrapper.get('svg').attributes('aria-label')).toBe(word);
    expect(wrapper.text()).toBe(word);
  });
});

describe('SettingText', () => {
  it('draws a fraction and says it in words', () => {
    const wrapper = mount(SettingText, { props: { label: 'f/5.6⅓' } });
    expect(wrapper.get('.fraction').text()).toBe('13');
    expect(wrapper.get('.visually-hidden').text()).toBe('f/5.6\u00a01/3');
  });

  it('leaves a speed alone', () => {
    expect(
      mount(SettingText, { props: { label: '1/60' } })
        .find('.fraction')
        .exists(),
    ).toBe(false);
  });
});

describe('ControlWhere', () => {
  const place: Views['PlaceView'] = {
    side: 'right',
    across: 0.25,
    down: 0.5,
    name: 'AUTO LOCK',
    path: 'Slide down.',
    manualSign: 'The lamp is out.',
    trap: '',
  };

  it('names the side in the picture and tells the path and the sign, but no trap where none is known', () => {
    const wrapper = mount(ControlWhere, { props: { place } });
    expect(wrapper.get('svg').attributes('aria-label')).toBe('On the right, marked AUTO LOCK');
    expect(wrapper.text()).toContain('Slide down.');
    expect(wrapper.text()).toContain('The lamp is out.');
    expect(wrapper.text()).not.toContain('Watch');
  });

  it('mirrors the right side, since its front is on the right as one looks at it', () => {
    const x = (side: Views['BodySide']) =>
      Number(
        mount(ControlWhere, { props: { place: { ...place, side } } })
          .get('circle')
          .attributes('cx'),
      );
    expect(x('right')).toBeGreaterThan(x('left'));
  });

  it('says when the card is silent', () => {
    expect(mount(ControlWhere, { props: { place: null } }).text()).toContain('does not state');
  });
});

import { flushPromises, mount } from '@vue/test-utils';
import { ref } from 'vue';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Views } from '../../app/client';
import PointCurve from '../../instruments/PointCurve.vue';
import { json, stubSite } from '../../testing/site';
import { inOrder, nextShot, useMeasurement, type Shot } from './useMeasurement';
import { decibels, gain, mired, size, stops } from './words';

vi.mock('../../app/live', () => ({ useLive: () => undefined }));

const shot = (number: number, picture?: Partial<Views['MeasurementPictureView']>): Shot => ({
  shot: { number, filter: '1/4', run: 1, gainDb: null, base: null, exposedStops: null, unit: null },
  label: '1/4',
  picture: picture
    ? {
        version: 1,
        picture: `p${number}`,
        name: `a${number}.png`,
        sha256: '',
        isHere: true,
        by: 'Mara',
        at: '2026-11-30T10:00:00Z',
        openedStops: 0,
        curve: 'BT.709',
        region: null,
        levelPercent: 50,
        fromGreyStops: 0,
        signalToNoiseDb: 30,
        clippedShare: 0,
        isClipped: false,
        crushedShare: 0,
        isCrushed: false,
        against: '',
        ...picture,
      }
    : null,
});

describe('which picture comes next', () => {
  it('is the first missing one from here on, then from the beginning, and none where all are there', () => {
    const shots = [shot(1, {}), shot(2), shot(3, {}), shot(4)];
    expect(nextShot(shots)).toBe(2);
    expect(nextShot(shots, 2)).toBe(4);
    expect(nextShot(shots, 4)).toBe(2);
    expect(nextShot([shot(1, {})])).toBeUndefined();
  });

  it('takes files in the order in which a camera numbers them', () => {
    const names = ['C10.png', 'C9.png', 'C1.png'].map((n) => new File(['x'], n));
    expect(inOrder(names).map((f) => f.name)).toEqual(['C1.png', 'C9.png', 'C10.png']);
  });
});

describe('figures in words', () => {
  it('have a true minus, their unit, and no sign at nought', () => {
    expect(stops(-0.13)).toBe('−0.13 stop');
    expect(stops(2.13)).toBe('+2.13 stops');
    expect(mired(-0.2)).toBe('0 mired');
    expect(gain(12)).toBe('+12 dB');
    expect(decibels(-3.04)).toBe('−3.0 dB');
    expect(size(6.1)).toBe('6.10');
  });
});

describe('a measurement at work', () => {
  const view = (over: object = {}) => ({
    id: 'm',
    version: 3,
    seal: 17,
    state: 'open',
    shots: [shot(1, { version: 4 }), shot(2)],
    document: {},
    ...over,
  });
  beforeEach(() => vi.unstubAllGlobals());
  function work(answers: Parameters<typeof stubSite>[0]) {
    const asked = stubSite({ 'GET /api/measurements/m': () => json(200, view()), ...answers });
    let made!: ReturnType<typeof useMeasurement>;
    mount({
      setup() {
        made = useMeasurement(ref('m'));
        return () => null;
      },
    });
    return { asked, made };
  }

  it('says which picture it has seen, so that another person’s is not overwritten, and shows what is there instead', async () => {
    const { asked, made } = work({
      'POST /api/measurements/m/shots/1/still': () =>
        json(412, { detail: 'Somebody else changed this picture.', code: 'changed-meanwhile' }),
    });
    await flushPromises();
    expect(await made.still(1, 2)).toBe(false);
    expect(asked.find((a) => a.path.endsWith('/still'))?.body).toMatchObject({
      seen: 4,
      openedStops: 2,
      set: true,
    });
    expect(made.wrong.value).toContain('Somebody else');
    expect(asked.filter((a) => a.method === 'GET' && a.path === '/api/measurements/m')).toHaveLength(2);
  });

  it('asks for files from then on where a camera gives no still', async () => {
    const { made } = work({
      'POST /api/measurements/m/shots/2/still': () =>
        json(424, { detail: 'It gives no stills over its link.', code: 'camera-none' }),
    });
    await flushPromises();
    expect(made.byHand.value).toBe(false);
    await made.still(2, 0);
    expect(made.byHand.value).toBe(true);
  });

  it('accepts what was seen and nothing newer', async () => {
    const { asked, made } = work({
      'POST /api/measurements/m/acceptance': () => json(200, view({ state: 'inUse' })),
    });
    await flushPromises();
    expect(await made.accept(true)).toBe(true);
    expect(asked.at(-1)?.body).toEqual({ version: 3, seal: 17, forModel: true });
    expect(made.isOpen.value).toBe(false);
  });
});

describe('PointCurve', () => {
  it('draws each series, its end and what is required', () => {
    const curve = mount(PointCurve, {
      props: {
        name: 'Signal to noise',
        shows: 'at mid grey',
        series: [
          {
            name: 'low',
            points: [
              { x: 0, y: 40 },
              { x: 6, y: 34 },
              { x: 12, y: 28 },
            ],
            end: 6,
          },
          {
            name: 'high',
            points: [
              { x: 0, y: 30 },
              { x: 6, y: 24 },
            ],
            end: null,
          },
        ],
        across: 'gain, dB',
        up: 'dB',
        required: 32,
      },
    });
    expect(curve.findAll('circle')).toHaveLength(5);
    expect(curve.findAll('line.end')).toHaveLength(1);
    const required = Number(curve.find('line.required').attributes('y1'));
    const dots = curve.findAll('circle').map((c) => Number(c.attributes('cy')));
    expect(dots[1]).toBeLessThan(required);
    expect(dots[2]).toBeGreaterThan(required);
  });
});

import { flushPromises, mount } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { choose } from '../../testing/choose';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import UnitForm from './UnitForm.vue';
import UnitMeasured from './UnitMeasured.vue';

const filter = (of: Partial<Views['MeasuredFilterView']>): Views['MeasuredFilterView'] => ({
  label: '',
  nominalStops: 0,
  measuredStops: null,
  uncertaintyStops: null,
  shiftMired: null,
  by: null,
  at: null,
  measurement: null,
  ...of,
});
const unit = (over: Partial<Views['UnitPageView']> = {}): Views['UnitPageView'] => ({
  board: {
    tag: 'OBG-101',
    modelKey: 'alder-20',
    modelName: 'Alder 20',
    tape: 'red',
    place: 'shelf 1',
    state: 'ready',
    inShort: '',
    overdue: false,
    dueOn: null,
    because: { ruleId: 'READINESS', case: 'test', sentence: 'Checked.', figures: [] },
    lastCheck: null,
    open: null,
  },
  version: 4,
  filters: [
    filter({ label: '1/4', nominalStops: 2, measuredStops: 2.1 }),
    filter({ label: '1/16', nominalStops: 4, measuredStops: null }),
  ],
  noise: [],
  latitude: [],
  measurements: [],
  colourOffsetMired: 4,
  matches: [],
  checks: [],
  drift: [],
  modelDrift: [],
  notes: { notes: [], next: null },
  ...over,
});

/** Where a link leads stands in its attribute. */
const global = { stubs: { RouterLink: { props: ['to'], template: '<a :to="to"><slot /></a>' } } };

describe('UnitForm', () => {
  const open = async () => {
    const form = mount(UnitForm, { props: { unit: unit() } });
    (form.find('details').element as HTMLDetailsElement).open = true;
    await form.find('details').trigger('toggle');
    await flushPromises();
    return form;
  };

  it('keeps tape, place and state with the version that was seen, and leaves the tag alone', async () => {
    const asked = stubSite({ 'PUT /api/units/OBG-101': () => json(200, { tag: 'OBG-101', version: 5 }) });
    const form = await open();
    await choose(form, 'Status', 'out');
    await form.find('input[placeholder=yyyy-mm-dd]').setValue('2026-12-01');
    await form.find('form').trigger('submit');
    await flushPromises();
    expect(asked).toHaveLength(1);
    expect(asked[0]).toMatchObject({
      seen: '"4"',
      body: { tape: 'red', place: 'shelf 1', status: 'out', dueBack: '2026-12-01' },
    });
    expect(form.emitted('changed')).toEqual([['OBG-101']]);
  });

  it('gives another tag after the rest was kept, and follows it', async () => {
    const asked = stubSite({
      'PUT /api/units/OBG-101': () => json(200, { tag: 'OBG-101', version: 5 }),
      'POST /api/units/OBG-101/rename': () => json(200, { tag: 'OBG-201', version: 6 }),
    });
    const form = await open();
    await form.findAll('input')[0]!.setValue('OBG-201');
    await form.find('form').trigger('submit');
    await flushPromises();
    expect(asked[1]).toMatchObject({ seen: '"5"', body: { newTag: 'OBG-201' } });
    expect(form.emitted('changed')).toEqual([['OBG-201']]);
  });

  it('keeps what was typed where the tag is taken', async () => {
    stubSite({
      'PUT /api/units/OBG-101': () => json(200, { tag: 'OBG-101', version: 5 }),
      'POST /api/units/OBG-101/rename': () =>
        json(409, { code: 'tag-taken', detail: "OBG-102 is another unit's tag." }),
    });
    const form = await open();
    await form.findAll('input')[0]!.setValue('OBG-102');
    await form.find('form').trigger('submit');
    await flushPromises();
    expect(form.find('[role=alert]').text()).toContain("another unit's tag");
    expect((form.findAll('input')[0]!.element as HTMLInputElement).value).toBe('OBG-102');
    expect(form.emitted('changed')).toBeUndefined();
  });
});

describe('UnitMeasured', () => {
  const measure = async (
    fill: (inputs: ReturnType<ReturnType<typeof mount>['findAll']>) => Promise<void>,
  ) => {
    const part = mount(UnitMeasured, { props: { unit: unit(), mayMeasure: true }, global });
    (part.find('details').element as HTMLDetailsElement).open = true;
    await part.find('details').trigger('toggle');
    await fill(part.findAll('input'));
    await part.find('form').trigger('submit');
    await flushPromises();
    return part;
  };

  it('shows what was measured beside what the card says', () => {
    const text = mount(UnitMeasured, { props: { unit: unit(), mayMeasure: false }, global }).text();
    expect(text).toContain('2.10 stops');
    expect(text).toContain('specified 2');
    expect(text).toContain('not measured');
    expect(text).not.toContain('Type figures in');
  });

  it('names the source and the day of each figure, and leads to its measurement', () => {
    const part = mount(UnitMeasured, {
      props: {
        unit: unit({
          filters: [
            filter({
              label: '1/4',
              nominalStops: 2,
              measuredStops: 2.13,
              by: 'Ines',
              at: '2026-11-30T10:00:00Z',
              measurement: 'm1',
            }),
          ],
          noise: [
            {
              gainDb: 12,
              wantedDb: 26.02,
              by: 'Ines',
              at: '2026-11-30T10:00:00Z',
              base: 'low',
              atLeast: true,
              switchFromDb: null,
              afterCoding: false,
              figure: 'm2',
            },
          ],
          measurements: [
            {
              id: 'm0',
              kind: 'filters',
              unit: 'OBG-101',
              model: 'alder-20',
              state: 'superseded',
              by: 'Mara',
              at: '2026-01-02T10:00:00Z',
            },
          ],
        }),
        mayMeasure: true,
      },
      global,
    });
    expect(part.text()).toContain('Gain limit, low');
    expect(part.text()).toContain('≥ +12 dB');
    expect(part.findAll('a').map((a) => a.attributes('to'))).toEqual([
      '/cameras/measurements/m1',
      '/cameras/measurements/m2',
      '/cameras/measurements/m0',
    ]);
    expect(part.text()).toContain('superseded');
  });

  it('sends only what was measured, a comma for a point and a true minus understood', async () => {
    const asked = stubSite({
      'PUT /api/units/OBG-101/measurements': () => new Response(null, { status: 204 }),
    });
    const part = await measure(async (inputs) => {
      await inputs[0]!.setValue('2,2');
      await inputs[2]!.setValue('−3');
      await inputs[3]!.setValue('two frames of a grey card');
    });
    expect(asked[0]).toMatchObject({
      seen: '"4"',
      body: {
        filters: [{ label: '1/4', stops: 2.2 }],
        colourOffsetMired: -3,
        how: 'two frames of a grey card',
      },
    });
    expect(part.emitted('changed')).toHaveLength(1);
  });

  it('refuses what is no number before anything is sent', async () => {
    const asked = stubSite({});
    const part = await measure(async (inputs) => {
      await inputs[0]!.setValue('about two');
      await inputs[3]!.setValue('by eye');
    });
    expect(asked).toEqual([]);
    expect(part.find('[role=alert]').text()).toBe('“about two” is no number. Nothing was saved.');
  });
});

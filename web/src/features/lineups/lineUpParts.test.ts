import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { reactive, ref } from 'vue';
import type { Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import FloorPlan from '../../instruments/FloorPlan.vue';
import LatitudeBars from '../../instruments/LatitudeBars.vue';
import StopStack from '../../instruments/StopStack.vue';
import WhiteBalanceStrip from '../../instruments/WhiteBalanceStrip.vue';
import { newLineUp } from '../../testing/newLineUp';
import { json, stubSite } from '../../testing/site';
import LightChanged from './LightChanged.vue';
import LightForm from './LightForm.vue';
import PlanPanel from './PlanPanel.vue';
import SceneForm from './SceneForm.vue';
import UsedForm from './UsedForm.vue';

const camera = (letter: string, over: object = {}) =>
  ({
    letter,
    unit: `OBG-${letter}`,
    spoken: `Alder ${letter}`,
    model: 'Alder',
    part: 'wide',
    exposureReference: letter === 'A',
    chosen: {
      spoken: '0 dB · ND 1/4 · f/5.6⅓',
      state: '0 dB',
      filters: 'ND 1/4',
      iris: 'f/5.6⅓',
      irisDial: 'f/6.3',
      onTheLine: true,
      error: '0 stops',
      cost: 0.84,
      costs: [{ term: 'iris', name: 'iris', points: 0.84 }],
      held: {},
    },
    iso: 'ISO 320',
    shutter: '1/60',
    meter: 'f/11⅓',
    direction: 'open 2',
    stack: {
      top: 7.3,
      iris: -5.3,
      filters: [{ label: 'ND 1/4', stops: 2, front: false }],
      error: 0,
      lens: 0,
    },
    why: 'The next would take more filter.',
    requirementMissed: '',
    next: [],
    remedies: [],
    pinCost: '',
    ramp: '',
    diffraction: '',
    highlightStops: 4.8,
    shadowStops: 6.2,
    clipMarginStops: 0.8,
    shadowMarginStops: 3,
    depth: null,
    distanceM: 3,
    ...over,
  }) as unknown as Views['CameraPlanView'];
const plan = (over: object = {}) =>
  ({
    faults: [],
    cameras: [camera('A'), camera('B')],
    agreement: [{ matter: 'frameRate', name: 'frame rate', agrees: true, sentence: '29.97p on all.' }],
    flicker: [],
    white: [],
    pairs: [
      {
        left: 'A',
        right: 'B',
        exposureStops: 0,
        exposure: '0 stops',
        spreadStops: 0.4,
        spread: '±0.4',
        checkOnCard: false,
      },
    ],
    crossings: [],
    leans: [],
    scene: [],
    variants: [],
    cautions: [],
    rooms: [],
    whiteWhen: [],
    largestDifference: '0 stops',
    ...over,
  }) as unknown as Views['PlanView'];
const none = () => '';

describe('NumberField', () => {
  it('keeps the last number while something else is typed, and says so', async () => {
    const field = mount(NumberField, { props: { label: 'Light', modelValue: 500 } });
    await field.get('input').setValue('50o');
    expect(field.emitted('update:modelValue')).toBeUndefined();
    expect(field.get('[role=alert]').text()).toContain('no number');
    await field.get('input').setValue('1 200,5');
    expect(field.emitted('update:modelValue')!.at(-1)).toEqual([1200.5]);
  });

  it('may be empty only where nothing need be said', async () => {
    const free = mount(NumberField, { props: { label: 'Focal', modelValue: 35 } });
    await free.get('input').setValue('');
    expect(free.emitted('update:modelValue')!.at(-1)).toEqual([null]);
    const needed = mount(NumberField, { props: { label: 'Light', modelValue: 35, required: true } });
    await needed.get('input').setValue('');
    expect(needed.emitted('update:modelValue')).toBeUndefined();
  });
});

describe('the drawings', () => {
  it('say each column in words and choose it by hand or key', async () => {
    const stack = mount(StopStack, {
      props: { cameras: [camera('A'), camera('B')], light: '9000 lx', agree: '0.1 stop', chosen: 'B' },
    });
    const columns = stack.findAll('[role=button]');
    expect(columns[0]!.attributes('aria-label')).toContain('on target');
    await columns[1]!.trigger('keydown', { key: 'Enter' });
    expect(stack.emitted('choose')).toEqual([['B']]);
    expect(stack.findAll('.column')[1]!.classes()).toContain('now');
  });

  it('show lost highlights and a camera that nobody has measured', () => {
    const bars = mount(LatitudeBars, {
      props: {
        cameras: [
          camera('A', { clipMarginStops: -1.5 }),
          camera('B', { highlightStops: null, shadowStops: null }),
        ],
        marks: [{ name: 'window', stops: 6, label: '+6', ratio: '1:64', matters: true }] as never,
        brightest: 6,
        darkest: 2,
      },
    });
    expect(bars.findAll('rect[stroke="var(--rust)"]')).toHaveLength(1);
    expect(bars.get('svg').attributes('aria-label')).toContain('B: not measured');
  });

  it('keep the labels of cameras that agree apart', () => {
    const white = ['A', 'B', 'C'].map((letter) => ({
      letter,
      method: 'number',
      memory: '',
      dialK: 5400,
      dialMired: 185.2,
      restMired: 0,
      grade: 'unseen',
      sentence: '',
    }));
    const strip = mount(WhiteBalanceStrip, {
      props: { white, light: { mired: 185.2, temperatureK: 5400 } as never },
    });
    const places = strip.findAll('.name').map((t) => Number(t.attributes('x')));
    places.slice(1).forEach((x, i) => expect(x - places[i]!).toBeGreaterThanOrEqual(80));
  });

  it('move a camera by the arrow keys, a metre with Shift', async () => {
    const floor = mount(FloorPlan, {
      props: {
        cameras: [{ letter: 'A', unit: 'x', acrossM: 1, awayM: 2, looksAt: 'desk' }] as never,
        floor: [{ name: 'desk', kind: 'mark', acrossM: 1, awayM: 4, leanM: 0 }] as never,
        angles: { A: 40 },
        distances: { A: 2 },
        chosen: '',
      },
    });
    expect(floor.get('.metres').text()).toBe('2.00 m');
    await floor.get('.thing.camera').trigger('keydown', { key: 'ArrowUp' });
    await floor.get('.thing.mark').trigger('keydown', { key: 'ArrowLeft', shiftKey: true });
    expect(floor.emitted('moveCamera')).toEqual([['A', 1, 2.1]]);
    expect(floor.emitted('moveThing')).toEqual([['desk', 0, 4]]);
  });
});

describe('PlanPanel', () => {
  it('says that the pairs agree, or which are planned apart and which need a card', () => {
    expect(mount(PlanPanel, { props: { plan: plan(), chosen: '' } }).text()).toContain(
      'no grey card check is needed',
    );
    const apart = plan({
      pairs: [
        {
          left: 'A',
          right: 'B',
          apart: true,
          exposureStops: -3.9,
          exposure: '3.9 stops',
          spreadStops: 0.6,
          spread: '±0.6',
          checkOnCard: true,
        },
      ],
    });
    const told = mount(PlanPanel, { props: { plan: apart, chosen: '' } }).text();
    expect(told).toContain('A and B by 3.9 stops');
    expect(told).toContain('Check on a grey card: A and B (±0.6)');
    expect(told).not.toContain('no card check');
  });

  it('tells the remedies, and the next best of the chosen camera only', () => {
    const one = camera('A', {
      remedies: [{ kind: 'light', sentence: 'Four stops more light.' }],
      next: [
        {
          spoken: '+3 dB · ND clear · f/8',
          cost: 2.35,
          costs: [
            { term: 'noise', name: 'noise', points: 0.45 },
            { term: 'iris', name: 'iris', points: 1.9 },
          ],
          held: { gainDb: 3, filter: 'clear', front: [] },
        },
      ],
    });
    const panel = mount(PlanPanel, { props: { plan: plan({ cameras: [one] }), chosen: '' } });
    expect(panel.text()).toContain('Four stops more light.');
    expect(panel.text()).not.toContain('What if');
    const chosen = mount(PlanPanel, { props: { plan: plan({ cameras: [one] }), chosen: 'A' } });
    expect(chosen.text()).toContain('+3 dB');
    expect(chosen.findAll('tbody tr').map((r) => r.findAll('th, td').map((c) => c.text()))).toEqual([
      ['iris', '0.8', '1.9'],
      ['noise', '', '0.5'],
      ['in all', '0.8', '2.4'],
    ]);
  });

  it('holds a camera to a what if, and draws what each camera costs on one scale', async () => {
    const dear = {
      cost: 4,
      costs: [
        { term: 'exposure', name: 'exposure', points: 3 },
        { term: 'iris', name: 'iris', points: 1 },
      ],
    };
    const one = camera('A', { next: [{ spoken: 'other', cost: 5, costs: [], held: { gainDb: 3 } }] });
    const two = camera('B', { chosen: { ...one.chosen, ...dear } });
    const panel = mount(PlanPanel, { props: { plan: plan({ cameras: [one, two] }), chosen: 'A' } });
    expect(panel.findAll('.cost-bar rect').map((r) => r.attributes('width'))).toEqual(['21%', '75%', '25%']);
    expect(panel.findAll('.cost-bar')[1]!.attributes('aria-label')).toBe('Costs 4.0: exposure 3.0, iris 1.0');
    await panel.get('[aria-label="What if"] button').trigger('click');
    expect(panel.emitted('hold')).toEqual([['A', { gainDb: 3 }]]);
  });

  it('says where the work ended before the best sharing was known', () => {
    const told = 'This plan is within 0.4 points of the best there is.';
    expect(mount(PlanPanel, { props: { plan: plan({ workEnded: told }), chosen: '' } }).text()).toContain(
      told,
    );
  });
});

describe('the forms', () => {
  const light = () =>
    ({
      temperatureK: 5600,
      mainsHz: 60,
      lamp: 'daylight',
      lux: 500,
      meter: 'dome',
      dimStops: 0,
      raiseStops: 0,
    }) as Views['LineUpLightDocument'];

  it('takes the light as lux or as one reading, never as both', async () => {
    const form = mount(LightForm, { props: { modelValue: light(), begins: newLineUp(), messageAt: none } });
    const asked = stubSite({
      'POST /api/line-ups/light': () =>
        json(200, { ...light(), lux: null, reading: { iris: 'f/4', time: '1/50', iso: 320 } }),
    });
    await form.findAll('input[type=radio]')[0]!.trigger('change');
    await flushPromises();
    expect(asked[0]!.body).toMatchObject({ light: { lux: 500 }, at: { time: '1/50' } });
    const taken = form.emitted('update:modelValue')!.at(-1)![0] as Views['LineUpLightDocument'];
    expect(taken.lux).toBeNull();
    expect(taken.reading).toMatchObject({ time: '1/50' });
  });

  it('asks whether an f-number typed into lux is a reading, and takes it as one', async () => {
    stubSite({
      'POST /api/line-ups/light': () =>
        json(200, { ...light(), lux: null, reading: { iris: 'f/4', time: '1/50', iso: 320 } }),
    });
    const held = ref(light());
    const form = mount(LightForm, {
      props: {
        modelValue: held.value,
        'onUpdate:modelValue': (now: Views['LineUpLightDocument']) => form.setProps({ modelValue: now }),
        begins: newLineUp(),
        messageAt: none,
      },
    });
    await form.get('.reading-first input').setValue('f/8');
    await form.get('[role=status] button').trigger('click');
    await flushPromises();
    expect(form.props('modelValue').reading).toMatchObject({ iris: 'f/8', time: '1/50' });
    expect(form.find('[role=status]').exists()).toBe(false);
  });

  it('reads f/8 as a reading at a place and +2 as stops from the key', async () => {
    const doc = reactive({
      marks: [{ name: 'window', stops: '0', matters: true }],
    }) as unknown as Views['LineUpDocument'];
    const form = mount(SceneForm, {
      props: { modelValue: doc, begins: newLineUp(), marks: [], messageAt: none },
    });
    const field = form.findAll('.item input.field')[1]!;
    await field.setValue('f/8');
    expect(doc.marks![0]).toMatchObject({ reading: 'f/8', stops: undefined });
    await field.setValue('+2 1/3');
    expect(doc.marks![0]).toMatchObject({ reading: undefined, stops: '+2 1/3' });
  });

  it('adds places, filters, rooms and things from what the site proposes, each with a name of its own', async () => {
    const doc = reactive({}) as unknown as Views['LineUpDocument'];
    const form = mount(SceneForm, {
      props: { modelValue: doc, begins: newLineUp(), marks: [], messageAt: none },
    });
    const press = async (text: string) =>
      form
        .findAll('button')
        .find((b) => b.text() === text)!
        .trigger('click');
    for (let n = 0; n < 3; n++) await press('Add a place of the scene');
    expect(doc.marks!.map((m) => m.name)).toEqual(['face, far side', 'background', 'place 3']);
    await press('Add a filter');
    await press('Add a filter');
    await press('Add a filter');
    expect(doc.kit!.map((k) => [k.label, k.stops])).toEqual([
      ['2', 2],
      ['3', 3],
      ['4', 4],
    ]);
    await press('Add a room');
    expect(doc.rooms).toEqual([{ name: 'next room', temperatureK: 3200 }]);
  });

  it('begins what was really used from the plan', async () => {
    const doc = reactive({}) as unknown as Views['LineUpDocument'];
    const form = mount(UsedForm, { props: { modelValue: doc, plan: plan(), messageAt: none } });
    await form.get('button').trigger('click');
    expect(doc.used!.cameras[0]!.settings).toBe(
      '0 dB · ND 1/4 · f/5.6 1/3 · 1/60'.replace('5.6 ', '5.6\u00a0'),
    );
  });
});

describe('LightChanged', () => {
  afterEach(() => vi.unstubAllGlobals());
  const document = { light: { lux: 500 } } as unknown as Views['LineUpDocument'];

  it('gives the steps in the order of the site and offers to plan by the new light', async () => {
    const asked = stubSite({
      'POST /api/line-ups/light-changed': () =>
        json(200, {
          moved: '−1 stop',
          steps: [
            {
              letter: 'B',
              spoken: 'Calla',
              off: '−1 stop',
              steps: ['ND 1/16 → 1/8'],
              sentence: 'ND 1/16 → 1/8',
            },
            { letter: 'A', spoken: 'Alder', off: '0', steps: [], sentence: 'leave it' },
          ],
        }),
    });
    const panel = mount(LightChanged, { props: { document } });
    await panel.get('input').setValue('250');
    await panel.get('form').trigger('submit');
    await flushPromises();
    expect(asked[0]!.body).toMatchObject({ lux: 250 });
    expect(panel.findAll('li').map((l) => l.text().slice(0, 1))).toEqual(['B', 'A']);
    await panel.findAll('button').at(-1)!.trigger('click');
    expect(panel.emitted('take')).toEqual([[{ lux: 250 }]]);
  });

  it('asks nothing for a light that is none, and the plan is as it was', async () => {
    const asked = stubSite({});
    const panel = mount(LightChanged, { props: { document } });
    await panel.get('input').setValue('dark');
    await panel.get('form').trigger('submit');
    expect(asked).toHaveLength(0);
    expect(panel.get('[role=alert]').text()).toContain('The plan is as it was');
  });
});

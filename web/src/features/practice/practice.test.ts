import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick } from 'vue';
import { away, type Views } from '../../app/client';
import { outboxForTest } from '../../app/outbox/outbox';
import { memoryShelf } from '../../app/outbox/shelf';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import BodyDrawing from './BodyDrawing.vue';
import ControlWork from './ControlWork.vue';
import QuestionWork from './QuestionWork.vue';
import RecallLine from './RecallLine.vue';
import { useTry } from './useTry';
import { balancesOf, clockOf, placeOf, positionsOf, stepped } from './words';

// What is left on the page would go on sending.
enableAutoUnmount(afterEach);

type Worked = Views['WorkedSettingView'];
const place = (to: string, label = to) => ({ to, label, detail: '' });
const worked = (over: Partial<Worked> = {}): Worked =>
  ({
    setting: 'gain',
    name: 'Gain',
    make: 'switch',
    menu: [],
    positions: [place('L'), place('M'), place('H')],
    hasAutomatic: true,
    now: 'M',
    isAutomatic: false,
    ...over,
  }) as Worked;

describe('a control', () => {
  it('stands among its positions, the automatic last', () => {
    expect(positionsOf(worked()).map((p) => p.to)).toEqual(['L', 'M', 'H', 'auto']);
    expect(placeOf(worked())).toBe(1);
    expect(placeOf(worked({ isAutomatic: true, now: 'H' }))).toBe(3);
    expect(placeOf(worked({ now: 'A' }))).toBe(-1);
  });

  it('is stepped to its end and no further, and from a memory begins in the middle', () => {
    expect(stepped(worked(), 1)).toBe('H');
    expect(stepped(worked(), 9)).toBe('auto');
    expect(stepped(worked({ now: 'L' }), -1)).toBeUndefined();
    const white = worked({
      positions: [
        place('3200 K'),
        place('4300 K'),
        place('5600 K'),
        place('balance A', 'balance on a card into A'),
      ],
      hasAutomatic: false,
      now: 'A',
    });
    expect(stepped(white, 1)).toBe('4300 K');
    expect(balancesOf(white).map((p) => p.to)).toEqual(['balance A']);
  });

  it('that cycles goes on from its last position to its first', async () => {
    const view = mount(ControlWork, {
      props: { worked: worked({ make: 'button', isAutomatic: true }), several: false, siblings: [] },
    });
    await view.get('button').trigger('click');
    expect(view.emitted('to')).toEqual([['L']]);
  });

  it('that is held is worked after two seconds, and not when it is let go before', async () => {
    vi.useFakeTimers();
    const view = mount(ControlWork, {
      props: { worked: worked({ make: 'hold' }), several: false, siblings: [] },
    });
    const button = view.get('button');
    await button.trigger('pointerdown');
    vi.advanceTimersByTime(1900);
    await button.trigger('pointerup');
    vi.advanceTimersByTime(5000);
    expect(view.emitted('to')).toBeUndefined();
    await button.trigger('pointerdown');
    vi.advanceTimersByTime(2000);
    expect(view.emitted('to')).toEqual([['H']]);
    vi.useRealTimers();
  });

  it('in a menu is reached by walking to it, and a wrong turn leads nowhere', async () => {
    const siblings = [
      ['Camera', 'D.EXT'],
      ['Recording', 'Fast'],
    ];
    const view = mount(ControlWork, {
      props: { worked: worked({ make: 'menu', menu: ['Camera', 'D.EXT'] }), several: false, siblings },
    });
    const names = () => view.findAll('button').map((b) => b.text());
    const press = (name: string) =>
      view
        .findAll('button')
        .find((b) => b.text() === name)!
        .trigger('click');
    expect(names()).toEqual(['Camera', 'Recording']);
    await press('Recording');
    await press('Fast');
    expect(names()).toEqual(['back']);
    await press('back');
    await press('back');
    await press('Camera');
    expect(names()).toEqual(['D.EXT', 'back']);
    await press('D.EXT');
    expect(names().slice(1, 4)).toEqual(['L', 'M', 'H']);
    expect(view.emitted('to')).toBeUndefined();
  });
});

describe('a side of the body', () => {
  const control = (key: string, across: number, down: number) =>
    ({ key, side: 'left', across, down, name: key, settings: [worked()] }) as Views['BodyControlView'];

  it('puts controls that are close beside each other and never over each other', () => {
    const view = mount(BodyDrawing, {
      props: {
        controls: [
          control('a', 0.5, 0.1),
          control('b', 0.5, 0.12),
          control('c', 0.95, 0.1),
          control('d', 0.1, 0.9),
        ],
      },
    });
    const places = view.findAll('li').map((li) => li.attributes('style'));
    expect(new Set(places).size).toBe(4);
  });

  it('steps the control in hand with the arrows, and only chooses where controls are looked for', async () => {
    const view = mount(BodyDrawing, { props: { controls: [control('a', 0, 0)] } });
    await view.get('.control').trigger('keydown', { key: 'ArrowRight' });
    expect(view.emitted('step')![0]![1]).toBe(1);
    await view.setProps({ plain: true });
    await view.get('.control').trigger('keydown', { key: 'ArrowRight' });
    expect(view.emitted('step')).toHaveLength(1);
    await view.get('.control').trigger('click');
    expect(view.emitted('choose')).toEqual([['a']]);
    expect(view.text()).toBe('a');
  });
});

describe('recall', () => {
  const skill = (over: object) =>
    ({
      modelKey: 'm',
      modelName: 'M',
      kind: 'findControl',
      recall: 0.439,
      stabilityDays: 4,
      lastAt: '2026-10-01T10:00:00Z',
      fadesAt: '2026-10-07T10:00:00Z',
      curve: { values: [1, 0.8, 0.6], nowShare: 0.75, refreshBelow: 0.85 },
      isFaded: true,
      tries: 1,
      passed: 1,
      ...over,
    }) as Views['SkillView'];

  it('says what is left and never more', () => {
    expect(mount(RecallLine, { props: { skill: skill({}) } }).text()).toBe('recall 43 %: refresh it');
    expect(mount(RecallLine, { props: { skill: skill({ isFaded: false, recall: 0.99 }) } }).text()).toContain(
      '99 %, until',
    );
    expect(mount(RecallLine, { props: { skill: skill({ recall: null }) } }).text()).toBe('');
  });

  it('counts minutes and seconds', () =>
    expect([0, 61, 600.9].map(clockOf)).toEqual(['0:00', '1:01', '10:00']));
});

const ID = '7a1c0f52-6b1e-4a57-9a3e-2d5e6f708100';
const question = (kind: string) => ({
  asks: `A ${kind}?`,
  kind,
  options: ['one', 'two'],
  directions: ['open', 'close'],
  unit: 'stops',
});
const first = (over: object = {}) =>
  ({
    id: ID,
    version: 1,
    kind: 'lightChanged',
    modelKey: 'alder-20',
    modelName: 'Alder 20',
    level: 1,
    finishedAt: null,
    questions: [question('number'), question('choice')],
    body: [],
    sheet: [],
    causes: [],
    moves: [],
    measured: [],
    work: { moves: [], answers: [], named: [], measured: [], seconds: 0 },
    ...over,
  }) as unknown as Views['TryView'];
const STEPS = `PUT /api/practice/tries/${ID}/steps`;
const END = `PUT /api/practice/tries/${ID}/finished`;

function open(over: object = {}) {
  let it!: ReturnType<typeof useTry>;
  mount(defineComponent({ setup: () => ((it = useTry(first(over))), () => null) }));
  return it;
}

describe('an exercise', () => {
  beforeEach(() => {
    session.value = { login: 'mara', name: 'Mara' } as never;
    localStorage.clear();
    outboxForTest(memoryShelf());
  });
  afterEach(() => vi.useRealTimers());

  it('sends each move with the version it has seen, one after the other', async () => {
    let version = 1;
    const asked = stubSite({ [STEPS]: () => json(200, first({ version: ++version })) });
    const it_ = open();
    void it_.move('gain', 'H');
    void it_.move('gain', 'L');
    await flushPromises();
    await it_.keep();
    expect(asked.map((a) => a.seen).slice(0, 2)).toEqual(['"1"', '"2"']);
    expect((asked[1]!.body as { moves: unknown[] }).moves).toHaveLength(2);
  });

  it('takes a move back, and with it what was measured after it', async () => {
    stubSite({ [STEPS]: () => json(200, first()) });
    const it_ = open();
    await it_.move('iris', 'f/4');
    it_.measure();
    it_.undo();
    expect(it_.work.value.moves).toEqual([]);
    expect(it_.work.value.measured).toEqual([]);
    await flushPromises();
  });

  it('that goes on in another window says so and keeps what was done here', async () => {
    stubSite({ [STEPS]: () => json(412, { code: 'changed-meanwhile', detail: 'Elsewhere.' }) });
    const it_ = open();
    await it_.move('gain', 'H');
    expect(it_.state.value).toBe('conflict');
    expect(JSON.parse(localStorage.getItem(`gold-notch.try.${ID}`)!).moves).toHaveLength(1);
  });

  it('whose answer was lost is known again and goes on', async () => {
    const work = { moves: [{ setting: 'gain', to: 'H' }], answers: [], named: [], measured: [], seconds: 0 };
    stubSite({
      [STEPS]: () => json(412, { code: 'changed-meanwhile', detail: 'Changed.' }),
      [`GET /api/practice/tries/${ID}`]: () => json(200, first({ version: 2, work })),
    });
    const it_ = open();
    await it_.move('gain', 'H');
    expect(it_.state.value).toBe('kept');
    expect(it_.view.value.version).toBe(2);
  });

  it('that waited for the site follows by itself when it is back', async () => {
    let there = false;
    const asked = stubSite({
      [STEPS]: () =>
        there ? json(200, first({ version: 2 })) : json(503, { code: 'database-away', detail: 'Away.' }),
    });
    const it_ = open();
    await it_.move('gain', 'H');
    there = true;
    away.value = 'away';
    await nextTick();
    away.value = null;
    await flushPromises();
    expect(it_.state.value).toBe('kept');
    expect(asked).toHaveLength(2);
  });

  it('is kept on the device while the site is away, and is there again when it is opened', async () => {
    stubSite({ [STEPS]: () => json(503, { code: 'database-away', detail: 'Away.' }) });
    const it_ = open();
    await it_.move('gain', 'H');
    expect(it_.state.value).toBe('away');
    expect(open().work.value.moves).toEqual([{ setting: 'gain', to: 'H' }]);
  });

  it('that ends is sent once and shows what came of it', async () => {
    const asked = stubSite({ [END]: () => json(200, first({ finishedAt: '2026-11-30T10:00:00Z' })) });
    const it_ = open();
    await it_.finish();
    await flushPromises();
    expect(it_.finished.value).toBe(true);
    expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(1);
    expect(localStorage.getItem(`gold-notch.try.${ID}`)).toBeNull();
  });

  it.each([
    ['1 1/3', 4 / 3],
    ['2/3', 2 / 3],
    ['1,5', 1.5],
    ['2⅔', 2.6666667],
    ['many', null],
  ])('reads %s as a number of stops', async (typed, amount) => {
    stubSite({});
    const it_ = open();
    const view = mount(QuestionWork, { props: { it: it_ } });
    await view.get('input.amount, input[inputmode=decimal]').setValue(typed);
    await nextTick();
    const given = it_.work.value.answers[0]!.amount;
    if (amount === null) {
      expect(given).toBeNull();
      expect(view.get('[role=alert]').text()).toContain('no number');
    } else expect(given).toBeCloseTo(amount, 5);
  });

  it('goes back to a question with its answer, and says what is left open', async () => {
    stubSite({});
    const it_ = open();
    const view = mount(QuestionWork, { props: { it: it_ } });
    const press = (name: string) =>
      view
        .findAll('button')
        .find((b) => b.text() === name)!
        .trigger('click');
    await view.findAll('input[type=radio]')[1]!.trigger('change');
    await press('Next');
    expect(view.text()).toContain('2 not answered');
    await view.findAll('input[type=radio]')[0]!.trigger('change');
    expect(view.text()).toContain('1 not answered');
    await press('Back');
    expect((view.findAll('input[type=radio]')[1]!.element as HTMLInputElement).checked).toBe(true);
  });
});

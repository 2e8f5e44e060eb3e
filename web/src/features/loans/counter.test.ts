import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Views } from '../../app/client';
import { field, leavePages, openPage, press, signIn } from '../../testing/page';
import { json, stubSite, type Asked } from '../../testing/site';
import CountRows from './CountRows.vue';
import HandOutPage from './HandOutPage.vue';

const piece = (name: string, count = 1, supply = 'issued') => ({
  name,
  kind: 'other',
  count,
  supply,
  where: '',
  code: '',
  required: true,
  aaEach: 0,
  health: 1,
});
type Counted = Views['CountedPieceDocument'][] | null;

describe('counting a kit', () => {
  function open() {
    let counted: Counted = null;
    const rows = mount(CountRows, {
      props: {
        pieces: [piece('Camera'), piece('Battery', 3), piece('Own bag', 1, 'own')],
        label: 'Pieces',
        modelValue: null as Counted,
        'onUpdate:modelValue': (now: Counted) => {
          counted = now;
          void rows.setProps({ modelValue: now });
        },
      },
      attachTo: document.body,
    });
    return { rows, at: () => counted, row: (i: number) => rows.findAll('[data-piece]')[i]! };
  }

  it('asks for what was issued alone, and says what is left', async () => {
    const { rows, row } = open();
    expect(rows.findAll('[data-piece]')).toHaveLength(2);
    expect(rows.get('[role=status]').text()).toBe('nothing counted yet');
    await row(0).trigger('click');
    expect(rows.get('[role=status]').text()).toBe('1 to count');
    rows.unmount();
  });

  it('goes by keys: space counts and walks on, a digit is the number there, B is one broken', async () => {
    const { rows, at, row } = open();
    (row(0).element as HTMLElement).focus();
    await row(0).trigger('keydown', { key: ' ' });
    await flushPromises();
    expect(document.activeElement).toBe(row(1).element);
    await row(1).trigger('keydown', { key: '2' });
    expect(at()).toContainEqual({ name: 'Battery', counted: 2, broken: 0 });
    await row(1).trigger('keydown', { key: '9' });
    expect(at()).toContainEqual({ name: 'Battery', counted: 3, broken: 0 });
    await row(1).trigger('keydown', { key: 'b' });
    await flushPromises();
    expect(row(1).text()).toContain('1 broken');
    // Fewer there than are said to be broken cannot be.
    await row(1).trigger('keydown', { key: '0' });
    await flushPromises();
    expect(row(1).text()).toContain('3 missing');
    await row(1).trigger('keydown', { key: 'ArrowUp' });
    expect(document.activeElement).toBe(row(0).element);
    rows.unmount();
  });

  it('leaves what was marked missing or broken as it is, and says so', async () => {
    const { rows, at, row } = open();
    await row(1).trigger('keydown', { key: 'b' });
    await flushPromises();
    await press(rows, 'The rest is there');
    await flushPromises();
    expect(at()).toContainEqual({ name: 'Battery', counted: 3, broken: 1 });
    expect(at()).toHaveLength(2);
    expect(rows.get('[role=status]').text()).toBe('counted; kept as marked: Battery, 1 broken');
    rows.unmount();
  });

  it('is over at once when a look tells that all is there', async () => {
    const { rows, at } = open();
    await press(rows, 'All there');
    expect(at()).toHaveLength(2);
    expect(rows.emitted('whole')).toHaveLength(1);
    expect(rows.get('[role=status]').text()).toBe('counted');
    rows.unmount();
  });
});

describe('hand out', () => {
  const sentence = (text: string) => ({ ruleId: 'HAND-OUT', case: 'x', sentence: text, figures: [] });
  const look = (over: object = {}) => ({
    unit: 'OBG-101',
    modelKey: 'alder-20',
    modelName: 'Alder 20',
    tape: 'red',
    borrower: '',
    due: '2026-12-01T18:00:00Z',
    shoot: null,
    shootName: '',
    standard: 'lecture-room',
    pieces: [piece('Camera'), piece('Card', 2)],
    differs: [],
    photo: null,
    plateCode: '',
    obstacles: [],
    ...over,
  });
  let looks: object[];
  let put: (asked: Asked) => Response;
  beforeEach(() => {
    signIn(['handOut']);
    looks = [];
    put = () =>
      json(200, {
        row: { id: 'l1', unit: 'OBG-101', borrower: 'Mara Quill', dueAt: '2026-12-01T18:00:00Z' },
      });
  });
  afterEach(leavePages);

  async function open() {
    const asked = stubSite({
      'GET /api/department': () => json(200, { timeZone: 'UTC' }),
      'GET /api/borrowers': () => json(200, [{ login: 'mara', name: 'Mara Quill' }]),
      'POST /api/loans/look': () => json(200, looks.length > 1 ? looks.shift() : (looks[0] ?? look())),
      'PUT /api/loans/*': (a) => put(a),
    });
    const { page } = await openPage(HandOutPage, {}, '/shoots/hand-out?unit=OBG-101');
    return { page, puts: () => asked.filter((a) => a.method === 'PUT') };
  }
  const choose = async (page: Awaited<ReturnType<typeof open>>['page']) => {
    await field(page, 'Borrower').setValue('Mara Quill');
    await field(page, 'Borrower').trigger('blur');
    await vi.waitFor(() => expect(page.text()).not.toContain('Choose who borrows it.'));
  };

  it('is written down with who, what was counted and when it is due', async () => {
    const { page, puts } = await open();
    const button = () => page.findAll('button').find((b) => b.text() === 'Hand out')!;
    expect(button().attributes('disabled')).toBeDefined();
    await choose(page);
    await press(page, 'All there');
    await press(page, 'Hand out');
    expect(puts()[0]!.body).toMatchObject({
      unit: 'OBG-101',
      borrower: 'mara',
      counted: [
        { name: 'Camera', counted: 1 },
        { name: 'Card', counted: 2 },
      ],
      due: '2026-12-01T18:00:00Z',
    });
    expect(page.get('.done').text()).toContain('Mara Quill');
    const first = puts()[0]!.path;
    await press(page, 'Next camera');
    expect(page.find('.unit').exists()).toBe(false);
    await field(page, 'Unit').setValue('OBG-102');
    await page.get('form').trigger('submit');
    await flushPromises();
    await choose(page);
    await press(page, 'All there');
    await press(page, 'Hand out');
    expect(puts()[1]!.path).not.toBe(first);
  });

  it('tells what speaks against it before anybody counts, and what the count found under it', async () => {
    looks = [
      look({
        obstacles: [
          { kind: 'checkOff', canOverride: true, because: sentence('Mara has no check-off.') },
          { kind: 'kit', canOverride: true, because: sentence('A card is missing.') },
        ],
      }),
    ];
    const { page, puts } = await open();
    const order = page.text();
    expect(order.indexOf('Mara has no check-off.')).toBeLessThan(order.indexOf('Kit'));
    expect(order.indexOf('A card is missing.')).toBeGreaterThan(order.indexOf('2 × Card'));
    await choose(page);
    await press(page, 'All there');
    expect(page.text()).toContain('Write the reason.');
    await field(page, 'Hand it out all the same').setValue('  the trainer is with her ');
    await press(page, 'Hand out');
    expect(puts()[0]!.body).toMatchObject({ reason: 'the trainer is with her' });
  });

  it('cannot be overridden where somebody has it', async () => {
    looks = [
      look({ obstacles: [{ kind: 'isOut', canOverride: false, because: sentence('It is out with Joss.') }] }),
    ];
    const { page } = await open();
    await choose(page);
    await press(page, 'All there');
    expect(page.text()).toContain('It cannot go out as it is.');
    expect(page.text()).not.toContain('all the same');
  });

  it('that is refused meanwhile keeps who was chosen and what was counted', async () => {
    put = () =>
      json(409, { code: 'unit-out', detail: 'OBG-101 is out with Joss already.', pointer: '/unit' });
    const { page } = await open();
    await choose(page);
    await press(page, 'All there');
    await press(page, 'Hand out');
    expect(page.get('[role=alert]').text()).toContain('out with Joss already');
    expect((field(page, 'Borrower').element as HTMLInputElement).value).toBe('Mara Quill');
    expect(page.text()).toContain('counted');
  });

  it('offers what is in, the best in low light first, and says that the sheet marks what stands elsewhere', async () => {
    const offer = [
      {
        modelKey: 'calla-d',
        modelName: 'Calla D',
        leastLux: 2,
        because: 'Down to 2 lx: f/1.7, 1/60, ISO 12500.',
        free: 8,
        units: [{ tag: 'OBG-108', tape: 'red' }],
      },
      { modelKey: 'x', modelName: 'Unstated', leastLux: null, because: '', free: 1, units: [] },
    ];
    looks = [look({ knownModel: 'alder-20', knownName: 'Alder 20', modelKey: 'calla-d' })];
    const asked = stubSite({
      'GET /api/department': () => json(200, { timeZone: 'UTC' }),
      'GET /api/borrowers': () => json(200, [{ login: 'mara', name: 'Mara Quill' }]),
      'GET /api/loans/offer': () => json(200, offer),
      'POST /api/loans/look': () => json(200, looks[0]),
      'PUT /api/loans/*': (a) => put(a),
    });
    const { page } = await openPage(HandOutPage, {}, '/shoots/hand-out');
    expect(page.text()).toContain('Down to 2 lx');
    expect(page.text()).toContain('and 7 more');
    expect(page.text()).toContain('No ISO stated');
    await press(page, 'OBG-108');
    expect(asked.find((a) => a.path === '/api/loans/look')!.body).toMatchObject({ unit: 'OBG-108' });
    await choose(page);
    await press(page, 'All there');
    await press(page, 'Hand out');
    expect(page.text()).toContain('had Alder 20 last');
    expect(page.findAll('a').map((a) => a.attributes('href'))).toContain(
      '/api/sheets/lecture-room/calla-d/sheet.pdf?unit=OBG-101&known=alder-20',
    );
  });

  it('of a unit that is not there says so at its field', async () => {
    stubSite({
      'GET /api/department': () => json(200, { timeZone: 'UTC' }),
      'POST /api/loans/look': () =>
        json(404, { code: 'unit-missing', detail: 'There is no unit OBG-999.', pointer: '/unit' }),
    });
    const { page } = await openPage(HandOutPage, {}, '/shoots/hand-out?unit=OBG-999');
    expect(page.get('[role=alert]').text()).toContain('no unit OBG-999');
    expect((field(page, 'Unit').element as HTMLInputElement).value).toBe('OBG-999');
  });

  it('is not there for who may not hand out', async () => {
    signIn([]);
    const { page } = await open();
    expect(page.find('form').exists()).toBe(false);
    expect(page.text()).toContain('hand cameras out');
  });
});

import { flushPromises } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { leavePages, openPage, press, signIn } from '../../testing/page';
import { json, stubSite, type Asked } from '../../testing/site';
import CheckOffsPage from './CheckOffsPage.vue';
import DepartmentPractice from './DepartmentPractice.vue';

const off = (over: object = {}) => ({
  id: 'c1',
  login: 'devi',
  person: 'Devi Anand',
  modelKey: 'calla-d',
  modelName: 'Calla D',
  version: 3,
  begunBy: 'Ines Calloway',
  begunAt: '2026-11-28T09:00:00Z',
  items: [
    { key: 'kit', text: 'counts the kit', standard: 'every piece', isTicked: true },
    { key: 'wrap', text: 'does the wrap list', standard: 'in its order', isTicked: false },
  ],
  missing: ['With the real camera: 1 of 2 things not done yet.'],
  signedBy: '',
  signedAt: null,
  validUntil: null,
  standing: 'none',
  lapsedBy: '',
  ...over,
});
const signed = (over: object = {}) =>
  off({
    id: 'c2',
    missing: [],
    signedBy: 'Ines Calloway',
    signedAt: '2026-11-01T09:00:00Z',
    validUntil: '2027-11-01',
    standing: 'valid',
    ...over,
  });

describe('check-offs', () => {
  beforeEach(() => signIn(['examine']));
  afterEach(leavePages);
  async function open(all: object[], routes: Record<string, (asked: Asked) => Response> = {}) {
    const asked = stubSite({
      'GET /api/check-offs': () => json(200, { all, months: 12, isAsked: true }),
      'GET /api/models': () => json(200, []),
      'GET /api/borrowers': () => json(200, []),
      ...routes,
    });
    const { page } = await openPage(CheckOffsPage);
    return { page, puts: () => asked.filter((a) => a.method === 'PUT') };
  }

  it('are ticked with all that is ticked so far, against the version that was seen', async () => {
    const { page, puts } = await open([off()], { 'PUT /api/check-offs/c1/ticked': () => json(200, off()) });
    await page.findAll('.exam input[type=checkbox]')[1]!.setValue(true);
    await flushPromises();
    expect(puts()[0]).toMatchObject({ seen: '"3"', body: { ticked: ['kit', 'wrap'] } });
  });

  it('are not signed while something is missing, and say what', async () => {
    const { page } = await open([off()]);
    const sign = page.findAll('button').find((b) => b.text() === 'Sign the check-off')!;
    expect(sign.attributes('disabled')).toBeDefined();
    expect(page.text()).toContain('1 of 2 things not done yet');
  });

  it('that somebody else ticked meanwhile are told and shown anew', async () => {
    const { page } = await open([off({ missing: [] })], {
      'PUT /api/check-offs/c1/signature': () =>
        json(412, {
          code: 'changed-meanwhile',
          detail: 'Somebody changed this check-off meanwhile.',
          pointer: '',
        }),
    });
    await press(page, 'Sign the check-off');
    expect(page.get('[role=alert]').text()).toContain('Somebody changed this check-off meanwhile.');
  });

  it('hold until a day, have lapsed on one, or were ended by what came back', async () => {
    const { page } = await open([
      signed(),
      signed({ id: 'c3', validUntil: '2026-09-30', standing: 'lapsed' }),
      signed({ id: 'c4', standing: 'lapsed', lapsedBy: 'OBG-103 came back with 4 settings off target.' }),
    ]);
    const rows = page.findAll('tbody tr').map((r) => r.text());
    expect(rows[0]).toContain('holds until');
    expect(rows[1]).toContain('lapsed on');
    expect(rows[2]).toContain('lapsed. OBG-103 came back with 4 settings');
    // Only what holds is on a card.
    expect(page.findAll('tbody a')).toHaveLength(1);
  });

  it('of their own are read by who may not examine, and nothing is begun', async () => {
    signIn([]);
    const { page } = await open([off()]);
    expect(page.find('form').exists()).toBe(false);
    expect(page.findAll('button')).toHaveLength(0);
    expect(page.findAll('.exam input').every((b) => (b.element as HTMLInputElement).disabled)).toBe(true);
    leavePages();
    expect((await open([])).page.text()).toContain('ask a technician to examine you');
  });
});

describe('practice of the department', () => {
  beforeEach(() => signIn(['examine']));
  afterEach(leavePages);

  it('says what fades, what is not found and what comes back, or that there is too little to say', async () => {
    const seen = (over: object) => ({
      since: '2025-12-01T00:00:00Z',
      people: 1,
      fading: [],
      controls: [],
      effect: {
        finding: 'tooFew',
        practised: 0,
        unpractised: 2,
        because: '0 returns after practice and 2 without were checked.',
      },
      ...over,
    });
    stubSite({ 'GET /api/practice/department': () => json(200, seen({})) });
    const empty = (await openPage(DepartmentPractice)).page;
    expect(empty.text()).toContain('1 person has practised');
    expect(empty.text()).toContain('0 returns after practice and 2 without');
    expect(empty.findAll('table')).toHaveLength(0);
    leavePages();
    stubSite({
      'GET /api/practice/department': () =>
        json(
          200,
          seen({
            people: 4,
            fading: [{ modelName: 'Alder 20', kind: 'setToSheet', people: 4, faded: 3 }],
            controls: [
              {
                modelName: 'Calla D',
                setting: 'ND filter',
                place: 'left side, FILTER',
                missed: 5,
                asked: 9,
                label: '5 of 9, 27 to 81 %',
              },
            ],
          }),
        ),
    });
    const full = (await openPage(DepartmentPractice)).page;
    expect(full.findAll('tbody tr').map((r) => r.text())).toEqual([
      expect.stringContaining('Set it to the sheet'),
      expect.stringContaining('5 of 9, 27 to 81 %'),
    ]);
    expect(full.get('tbody td.off').text()).toBe('3');
  });
});

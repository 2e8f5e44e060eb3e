import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { leavePages, openPage, signIn } from '../../testing/page';
import { json, stubSite } from '../../testing/site';
import TodayPage from './TodayPage.vue';

const NOW = '2026-12-01T09:00:00Z';
const need = (kind: string, over: object = {}) => ({
  kind,
  at: '2026-12-01T10:30:00Z',
  unit: 'OBG-101',
  units: [],
  shoot: 's1',
  shootName: 'Fern workshop',
  loan: 'l1',
  check: 'c1',
  standard: '',
  person: 'Joss Penhale',
  points: 2,
  isUrgent: false,
  ...over,
});
const today = (over: object = {}) => ({
  now: NOW,
  day: [],
  mine: [],
  owed: [],
  needs: [],
  hasUnits: true,
  hasShoots: true,
  ...over,
});

describe('today', () => {
  beforeEach(() => {
    vi.useFakeTimers({ now: Date.parse(NOW), toFake: ['Date'] });
    signIn(['handOut', 'defineModels']);
  });
  afterEach(() => {
    leavePages();
    vi.useRealTimers();
  });
  async function open(view: object, next: object[] = []) {
    stubSite({
      'GET /api/today': () => json(200, view),
      'GET /api/practice': () => json(200, { next, skills: [], open: [], tries: [] }),
      'GET /api/department': () => json(200, { timeZone: 'UTC' }),
    });
    return (await openPage(TodayPage)).page;
  }
  const line = (page: Awaited<ReturnType<typeof open>>, kind: string) => page.get(`[data-need=${kind}]`);
  const act = (page: Awaited<ReturnType<typeof open>>, kind: string) =>
    line(page, kind).get('a').attributes('href');

  it('says that nothing has to be done', async () => {
    expect((await open(today())).text()).toContain('Nothing has to be done now.');
  });

  it('puts every line one act away from where it is done', async () => {
    const page = await open(
      today({
        needs: [
          need('overdue', { at: '2026-11-30T16:00:00Z', isUrgent: true }),
          need('check', { standard: 'lecture-room' }),
          need('handOut', { units: ['OBG-104'] }),
          need('open'),
          need('openCheck', { points: 1 }),
        ],
      }),
    );
    expect(line(page, 'overdue').text()).toContain('Joss Penhale has it; it was due 17 h ago.');
    expect(act(page, 'overdue')).toBe('/shoots/loans/l1');
    expect(act(page, 'check')).toBe('/bench?unit=OBG-101&standard=lecture-room');
    expect(act(page, 'handOut')).toBe('/shoots/hand-out?unit=OBG-104&shoot=s1');
    expect(line(page, 'open').text()).toContain('2 points open');
    expect(line(page, 'openCheck').text()).toContain('1 line is unread');
    expect(act(page, 'openCheck')).toBe('/bench/c1');
  });

  it('leads to the shoot where several cameras go out', async () => {
    const page = await open(today({ needs: [need('handOut', { units: ['OBG-104', 'OBG-105'] })] }));
    expect(line(page, 'handOut').text()).toContain('Hand out OBG-104, OBG-105');
    expect(act(page, 'handOut')).toBe('/shoots/s1/hand-out');
  });

  it('tells a preparation that has to start from one that no longer fits', async () => {
    const late = await open(
      today({ needs: [need('prepare', { at: '2026-12-01T08:00:00Z', isUrgent: true })] }),
    );
    expect(line(late, 'prepare').text()).toContain('has to start now');
    leavePages();
    const not = await open(today({ needs: [need('prepare', { isUrgent: true })] }));
    expect(line(not, 'prepare').text()).toContain('does not fit');
    leavePages();
    const soon = await open(today({ needs: [need('prepare')] }));
    expect(line(soon, 'prepare').text()).toContain('Prepare Fern workshop');
  });

  it('shows an operator what anybody does, and what is theirs, not the counter', async () => {
    signIn([], { name: 'Mara Quill', role: 'operator' });
    const page = await open(
      today({
        needs: [need('overdue'), need('return'), need('check')],
        owed: [need('return', { isUrgent: true, at: '2026-12-01T07:00:00Z' })],
      }),
    );
    expect(page.findAll('[data-need]').map((l) => l.attributes('data-need'))).toEqual(['check']);
    expect(page.text()).toContain('Bring OBG-101 back');
    expect(page.text()).toContain('It was due 2 h ago.');
  });

  it('brings the refresher to the front, with its page to print, and says what it does not replace', async () => {
    const next = {
      isRefresher: true,
      because: 'Fern workshop is tomorrow.',
      modelKey: 'alder-20',
      standardKey: 'lecture-room',
    };
    const page = await open(today(), [next]);
    expect(page.text()).toContain('Fern workshop is tomorrow.');
    expect(page.text()).toContain('does not replace training in person');
    expect(page.get('a[target=_blank]').attributes('href')).toBe(
      '/api/practice/refresher.pdf?model=alder-20&standard=lecture-room',
    );
  });

  it('shows the first steps where there are no cameras, and an error where the site is away', async () => {
    expect((await open(today({ hasUnits: false, hasShoots: false }))).text()).toContain('First steps');
    leavePages();
    stubSite({
      'GET /api/today': () => json(503, { code: 'database-away', detail: 'The database cannot be reached.' }),
    });
    expect((await openPage(TodayPage)).page.text()).toContain('The database cannot be reached.');
  });
});

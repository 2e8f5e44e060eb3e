import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createMemoryHistory, createRouter } from 'vue-router';
import type { Views } from '../../app/client';
import { heardForTest } from '../../app/live';
import { json, stubSite } from '../../testing/site';
import BoardPage from './BoardPage.vue';
import StateMark from './StateMark.vue';

const because: Views['JudgementView'] = {
  ruleId: 'READINESS',
  case: 'test',
  sentence: 'Checked.',
  figures: [],
};
const row = (tag: string, over: Partial<Views['BoardRowView']> = {}): Views['BoardRowView'] => ({
  tag,
  modelKey: 'alder-20',
  modelName: 'Alder 20',
  tape: 'red',
  place: 'shelf 1',
  state: 'ready',
  inShort: '',
  overdue: false,
  dueOn: null,
  because,
  lastCheck: null,
  open: null,
  ...over,
});
const board = (
  rows: Views['BoardRowView'][],
  over: Partial<Views['BoardView']> = {},
): Views['BoardView'] => ({
  rows,
  counts: (['off', 'due', 'ready', 'out', 'repair', 'retired'] as const).map((state) => ({
    state,
    units: rows.filter((r) => r.state === state).length,
  })),
  next: null,
  models: [{ key: 'alder-20', name: 'Alder 20' }],
  tapes: ['red', 'white'],
  places: ['shelf 1'],
  ...over,
});

const opened: { unmount(): void }[] = [];
async function open(path = '/board') {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)', component: { template: '<div/>' } }],
  });
  await router.push(path);
  const page = mount(BoardPage, {
    global: {
      plugins: [
        router,
        [VueQueryPlugin, { queryClientConfig: { defaultOptions: { queries: { retry: false } } } }],
      ],
    },
  });
  opened.push(page);
  await flushPromises();
  return { page, router };
}
afterEach(() => opened.splice(0).forEach((p) => p.unmount()));

describe('BoardPage', () => {
  it('shows what is wrong, who is checking, and where to go on', async () => {
    stubSite({
      'GET /api/board': () =>
        json(
          200,
          board([
            row('OBG-101', { state: 'off', inShort: 'Gain' }),
            row('OBG-102', { open: { id: 'c9', by: 'Mara', at: '2026-11-25T09:00:00Z', unread: 12 } }),
            row('OBG-103', { state: 'out', inShort: 'overdue 9 d', overdue: true }),
          ]),
        ),
    });
    const { page } = await open();
    expect(page.find('tr[data-tag=OBG-101]').text()).toContain('Gain');
    expect(page.find('tr[data-tag=OBG-101] .go a').attributes('href')).toBe('/bench?unit=OBG-101');
    expect(page.find('tr[data-tag=OBG-102]').text()).toContain('Mara is checking, 12 not read');
    expect(page.find('tr[data-tag=OBG-102] .go a').attributes('href')).toBe('/bench/c9');
    expect(page.find('tr[data-tag=OBG-103] .off').text()).toBe('overdue 9 d');
  });

  it('keeps its filters in the address and asks the site with them', async () => {
    const asked = stubSite({ 'GET /api/board': () => json(200, board([row('OBG-101')])) });
    const { page, router } = await open('/board?tape=white');
    expect(asked[0]!.query).toBe('?tape=white');
    await page.findAll('.counts button')[3]!.trigger('click');
    await flushPromises();
    expect(router.currentRoute.value.query).toEqual({ tape: 'white', state: 'ready' });
    await vi.waitFor(() => expect(asked.at(-1)!.query).toContain('state=ready'));
    // The same press again lets all states through.
    await page.findAll('.counts button')[3]!.trigger('click');
    await flushPromises();
    expect(router.currentRoute.value.query).toEqual({ tape: 'white' });
  });

  it('asks again once when many things changed at the same time', async () => {
    const asked = stubSite({ 'GET /api/board': () => json(200, board([row('OBG-101')])) });
    await open();
    const before = asked.length;
    for (let i = 0; i < 5; i++) heardForTest(`OBG-10${i}`, 'c1');
    await new Promise((go) => setTimeout(go, 250));
    await flushPromises();
    expect(asked.length).toBe(before + 1);
  });

  it('says when nothing is like that, and shows all again', async () => {
    stubSite({
      'GET /api/board': (a) =>
        json(
          200,
          a.query.includes('find')
            ? board([], { counts: [{ state: 'ready', units: 0 }] })
            : board([row('OBG-101')]),
        ),
    });
    const { page, router } = await open('/board?find=zzz');
    expect(page.text()).toContain('No camera is like that');
    await page.find('p[role=status] button').trigger('click');
    await flushPromises();
    expect(router.currentRoute.value.query).toEqual({});
  });

  it('leads on where there are no cameras yet, and tells an error with a way out', async () => {
    stubSite({ 'GET /api/board': () => json(200, board([])) });
    expect((await open()).page.text()).toContain('There are no cameras yet');
    stubSite({ 'GET /api/board': () => json(500, { code: 'fault', detail: 'Something broke here.' }) });
    const broken = (await open('/board?model=other')).page;
    expect(broken.find('[role=alert]').text()).toContain('Something broke here.');
    expect(broken.find('[role=alert] button').text()).toBe('Try again');
  });

  it('goes on by pages where there are many', async () => {
    const asked = stubSite({
      'GET /api/board': (a) =>
        json(
          200,
          a.query.includes('after=OBG-101')
            ? board([row('OBG-102')])
            : board([row('OBG-101')], { next: 'OBG-101' }),
        ),
    });
    const { page } = await open();
    await page.find('.more button').trigger('click');
    await vi.waitFor(() => expect(page.findAll('tbody tr')).toHaveLength(2));
    expect(asked.at(-1)!.query).toContain('after=OBG-101');
    expect(page.find('.more').exists()).toBe(false);
  });
});

describe('StateMark', () => {
  it.each(['ready', 'due', 'off', 'out', 'repair', 'retired'] as const)('draws %s with its word', (state) => {
    const mark = mount(StateMark, { props: { state, word: true } });
    expect(mark.text()).toBe(state === 'repair' ? 'in repair' : state);
    expect(mark.find('svg').attributes('aria-hidden')).toBe('true');
  });
});

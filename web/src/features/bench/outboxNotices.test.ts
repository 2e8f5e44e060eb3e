import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { reactive } from 'vue';
import { outboxForTest } from '../../app/outbox/outbox';
import { memoryShelf } from '../../app/outbox/shelf';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import OutboxNotices from './OutboxNotices.vue';
import type { ReadingEntry } from './outgoing';

const route = reactive({ path: '/board', params: {} as Record<string, string> });
vi.mock('vue-router', () => ({ useRoute: () => route }));

const left: ReadingEntry = {
  id: 'r1',
  kind: 'reading',
  group: 'c1',
  login: 'mara',
  at: 1,
  about: 'OBG-106, Gain: H',
  setting: 'gain',
  read: 'H',
  seen: 0,
  stage: 'found',
};
const view = { id: 'c1', lines: [{ line: { setting: 'gain' }, foundVersion: 1, leftVersion: 0 }] };

describe('OutboxNotices', () => {
  beforeEach(() => {
    session.value = { login: 'mara', name: 'Mara' } as never;
    Object.assign(route, { path: '/board', params: {} });
  });
  const open = async (answer?: () => Response) => {
    const asked = stubSite(answer ? { 'PUT /api/checks/c1/readings/gain': answer } : {});
    const shelf = memoryShelf(left);
    outboxForTest(shelf);
    const page = mount(OutboxNotices, {
      global: { plugins: [VueQueryPlugin], stubs: { RouterLink: RouterLinkStub } },
    });
    await flushPromises();
    return { page, shelf, asked };
  };

  it('sends what was left of a check from whatever page is open, and is quiet', async () => {
    const { page, shelf, asked } = await open(() => json(200, view));
    expect(asked.map((a) => (a.body as { receipt: string }).receipt)).toEqual(['r1']);
    expect(shelf.kept.size).toBe(0);
    expect(page.text()).toBe('');
  });

  it('says what waits, except on the page of its check', async () => {
    const { page } = await open();
    expect(page.text()).toContain('1 reading saved on this device, not uploaded yet');
    Object.assign(route, { path: '/bench/c1', params: { id: 'c1' } });
    await flushPromises();
    expect(page.text()).toBe('');
  });

  it('names what was refused, where nobody would have seen it, leads to the check, and can discard it', async () => {
    const { page, shelf } = await open(() => json(400, { code: 'bad-value', detail: 'Gain has no “H”.' }));
    expect(page.find('[role=alert]').text()).toContain('OBG-106, Gain: H was not accepted. Gain has no “H”.');
    expect(page.findComponent(RouterLinkStub).props('to')).toBe('/bench/c1');
    await page.find('button').trigger('click');
    await flushPromises();
    expect(shelf.kept.size).toBe(0);
    expect(page.text()).toBe('');
  });
});

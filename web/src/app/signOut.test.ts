import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { watch } from 'vue';
import { json, stubSite } from '../testing/site';
import { api, ask } from './client';
import { addKind, outboxForTest } from './outbox/outbox';
import { memoryShelf } from './outbox/shelf';
import { session } from './session';
import SignOut from './SignOut.vue';

// The real one moves its content to the end of the page.
vi.mock('primevue/dialog', async () => {
  const { defineComponent, h } = await import('vue');
  return {
    default: defineComponent({
      setup:
        (_, { slots }) =>
        () =>
          h('div', slots.default?.()),
    }),
  };
});
const waiting = (id: string, login = 'mara') => ({
  id,
  kind: 'later',
  group: 'c1',
  login,
  at: 1,
  about: `OBG-106, Gain: ${id}`,
});

describe('signing out', () => {
  beforeEach(() => {
    localStorage.clear();
    session.value = { login: 'mara', name: 'Mara' } as never;
  });
  const open = async (...there: ReturnType<typeof waiting>[]) => {
    const shelf = memoryShelf(...there);
    outboxForTest(shelf);
    const page = mount(SignOut, { attachTo: document.body });
    await flushPromises();
    await page.find('button').trigger('click');
    // Either it is asked, or the person is out.
    await vi.waitFor(() =>
      expect(session.value === null || page.text().includes('Stay signed in')).toBe(true),
    );
    const press = async (name: string) => {
      await page
        .findAll('button')
        .find((b) => b.text() === name)!
        .trigger('click');
      await flushPromises();
    };
    return { page, shelf, press };
  };

  it('asks nothing where nothing waits, and leaves nothing of the person but the look of the device', async () => {
    const asked = stubSite({ 'DELETE /api/session': () => json(204, null) });
    localStorage.setItem('gold-notch.session', '{}');
    localStorage.setItem('gold-notch.check.c1.view', '{}');
    localStorage.setItem('gold-notch.theme', 'dark');
    await open();
    expect(asked).toHaveLength(1);
    expect(session.value).toBeNull();
    expect(Object.keys(localStorage)).toEqual(['gold-notch.theme']);
  });

  it('shows nobody as out before what was theirs is gone, whatever answers meanwhile that the session is over', async () => {
    localStorage.setItem('gold-notch.check.c1.view', '{}');
    const left: string[][] = [];
    const stop = watch(session, (now) => now ?? left.push(Object.keys(localStorage)), { flush: 'sync' });
    stubSite({
      'GET /api/today': () => json(401, { code: 'sign-in' }),
      'DELETE /api/session': async () => {
        await ask(api.GET('/api/today')).catch(() => undefined);
        return json(204, null);
      },
    });
    await open();
    expect(left).toEqual([[]]);
    stop();
  });

  it('names what waits and keeps it where the person stays', async () => {
    const asked = stubSite({});
    const { page, shelf, press } = await open(waiting('H'), waiting('L'));
    expect(page.text()).toContain('OBG-106, Gain: H');
    await press('Stay signed in');
    expect(asked).toEqual([]);
    expect(shelf.kept.size).toBe(2);
    expect(session.value).not.toBeNull();
    page.unmount();
  });

  it('takes the person’s own away where they say so, and leaves what is somebody else’s', async () => {
    stubSite({ 'DELETE /api/session': () => json(204, null) });
    const { page, shelf, press } = await open(waiting('H'), waiting('L', 'joss'));
    await press('Delete and sign out');
    expect([...shelf.kept.keys()]).toEqual(['L']);
    expect(session.value).toBeNull();
    page.unmount();
  });

  it('uploads first where the person wants that, and is out when nothing waits any more', async () => {
    stubSite({ 'DELETE /api/session': () => json(204, null) });
    const { page, shelf, press } = await open(waiting('H'));
    addKind('later', { send: async () => ({ kind: 'acknowledged' }) });
    await press('Upload now');
    await flushPromises();
    expect(shelf.kept.size).toBe(0);
    expect(session.value).toBeNull();
    page.unmount();
  });

  it('counts documents whose changes only this browser has', async () => {
    stubSite({});
    localStorage.setItem('gold-notch.line-up.7', '{}');
    const { page } = await open();
    expect(page.text()).toContain('One document has changes');
    page.unmount();
  });

  it('deletes nothing while the site does not answer, and says so', async () => {
    stubSite({});
    const { page, shelf, press } = await open(waiting('H', 'joss'));
    expect(page.find('[role=alert]').text()).toContain('still signed in and nothing was deleted');
    await press('Try again');
    expect(shelf.kept.size).toBe(1);
    expect(session.value).not.toBeNull();
    page.unmount();
  });
});

import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { reactive } from 'vue';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import type { KeptPhoto, PhotoShelf } from './keptPhotos';
import LeftBehind from './LeftBehind.vue';

const route = reactive({ path: '/board', params: {} as Record<string, string> });
vi.mock('vue-router', () => ({ useRoute: () => route }));

const view = {
  id: 'c1',
  unitTag: 'OBG-106',
  signedAt: null,
  lines: [{ line: { setting: 'gain', name: 'Gain' }, foundVersion: 0, leftVersion: 0 }],
};
const leave = (login = 'mara') =>
  localStorage.setItem(
    'gold-notch.check.c1.waiting',
    JSON.stringify([{ setting: 'gain', read: 'H', seen: 0, stage: 'found', receipt: 'r1', login }]),
  );
const kept = () => JSON.parse(localStorage.getItem('gold-notch.check.c1.waiting') ?? '[]') as unknown[];
const shelf = (...photos: KeptPhoto[]): PhotoShelf => ({
  all: async () => photos,
  of: async (check) => photos.filter((p) => p.check === check),
  keep: async () => undefined,
  drop: async (id) =>
    void photos.splice(
      photos.findIndex((p) => p.id === id),
      1,
    ),
});
const open = async (on: PhotoShelf = shelf()) => {
  const page = mount(LeftBehind, {
    props: { shelf: on },
    global: { plugins: [VueQueryPlugin], stubs: { RouterLink: RouterLinkStub } },
  });
  for (let i = 0; i < 6; i++) await flushPromises();
  return page;
};

describe('LeftBehind', () => {
  beforeEach(() => {
    localStorage.clear();
    Object.assign(route, { path: '/board', params: {} });
    session.value = {
      login: 'mara',
      name: 'Mara',
      role: 'operator',
      notation: { iris: 'dial', whiteBalance: 'kelvin' },
      writeToken: 't',
    };
  });
  const site = (put: () => Response) =>
    stubSite({ 'GET /api/checks/c1': () => json(200, view), 'PUT /api/checks/c1/*': put });

  it('sends what was left of a check from whatever page is open', async () => {
    leave();
    const asked = site(() => json(200, view));
    const page = await open();
    expect(
      asked.filter((a) => a.method === 'PUT').map((a) => (a.body as { receipt: string }).receipt),
    ).toEqual(['r1']);
    expect(kept()).toEqual([]);
    page.unmount();
  });

  it('leaves a check to its own page while that is open, and takes over when it is left', async () => {
    leave();
    const asked = site(() => json(200, view));
    Object.assign(route, { path: '/bench/c1', params: { id: 'c1' } });
    const page = await open();
    expect(asked).toEqual([]);
    Object.assign(route, { path: '/history', params: {} });
    for (let i = 0; i < 6; i++) await flushPromises();
    expect(asked.some((a) => a.method === 'PUT')).toBe(true);
    page.unmount();
  });

  it('does not send what somebody else left', async () => {
    leave('joss');
    const asked = site(() => json(200, view));
    const page = await open();
    expect(asked).toEqual([]);
    expect(kept()).toHaveLength(1);
    page.unmount();
  });

  it('says what was refused, where nobody would have seen it, and leads to the check', async () => {
    leave();
    site(() => json(400, { code: 'bad-value', detail: 'Gain has no “H”.' }));
    const page = await open();
    expect(page.find('[role=alert]').text()).toContain('OBG-106, Gain: Gain has no “H”.');
    expect(page.findComponent(RouterLinkStub).props('to')).toBe('/bench/c1');
    page.unmount();
  });

  it('sends photographs that were left, but not those that came too late', async () => {
    const photo = (id: string, late = false): KeptPhoto => ({
      id,
      check: late ? 'c2' : 'c1',
      setting: null,
      login: 'mara',
      at: 1,
      picture: new Blob(['x']),
      late,
    });
    const asked = site(() => json(200, view));
    const page = await open(shelf(photo('p1'), photo('p2', true)));
    expect(asked.filter((a) => a.method === 'PUT').map((a) => a.path)).toEqual(['/api/checks/c1/photos/p1']);
    page.unmount();
  });
});

import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, pickerOf } from '../../testing/choose';
import { createMemoryHistory, createRouter } from 'vue-router';
import { newLineUp } from '../../testing/newLineUp';
import { json, stubSite } from '../../testing/site';
import LineUpList from './LineUpList.vue';

const head = { key: 'night', version: 2, name: 'Night', state: 'approved' };
async function open(routes: Parameters<typeof stubSite>[0]) {
  const asked = stubSite({
    'GET /api/line-ups': () => json(200, { lineUps: [], next: null }),
    'GET /api/standards': () => json(200, [head]),
    'GET /api/line-ups/new': () => json(200, newLineUp()),
    ...routes,
  });
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: { template: '<p />' } }],
  });
  const page = mount(LineUpList, { global: { plugins: [VueQueryPlugin, router] } });
  await vi.waitFor(() => expect(pickerOf(page, 'Standard').props('options')).toHaveLength(1));
  await page.get('input').setValue('Moths');
  await choose(page, 'Standard', 'night');
  await page.get('form').trigger('submit');
  await flushPromises();
  return { asked, page };
}

describe('LineUpList', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('begins a line-up from the light and the policy of its standard', async () => {
    const { asked, page } = await open({});
    await vi.waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
    expect(asked.find((a) => a.path === '/api/line-ups/new')).toMatchObject({ query: '?standard=night' });
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
      seen: '"0"',
      body: {
        name: 'Moths',
        strategy: 'common-speed',
        light: { lux: 12, temperatureK: 2900, mainsHz: 50, lamp: 'tungsten' },
      },
    });
    expect(page.text()).toContain('There is no line-up yet');
  });

  it('keeps what was typed when the site is away', async () => {
    const { page } = await open({});
    await vi.waitFor(() => expect(page.get('[role=alert]').text()).toContain('What you typed is still here'));
    expect(page.get('input').element.value).toBe('Moths');
  });
});

import { VueQueryPlugin } from '@tanstack/vue-query';
import { mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ref } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';
import type { Views } from '../../app/client';
import { session } from '../../app/session';
import WhoCan from '../../app/WhoCan.vue';
import { json, stubSite } from '../../testing/site';
import StandardActs from './StandardActs.vue';

const finding = (sentence: string, accepted = '') => ({ because: { sentence }, accepted, stale: false });
const may = (...rights: string[]) => (session.value = { rights } as unknown as Views['SessionView']);
const router = createRouter({
  history: createMemoryHistory(),
  routes: [{ path: '/', component: { template: '<i />' } }],
});

function acts(preview: object, notches: object[] = []) {
  const draft = {
    doc: ref({ notches }),
    preview: ref(preview),
    revision: ref(3),
    keep: vi.fn(async () => undefined),
    canUndo: ref(false),
    canRedo: ref(false),
  };
  const head = { key: 'talk', state: 'draft', version: 2 };
  return mount(StandardActs, {
    props: { whole: { head, versions: [head] }, draft } as never,
    global: { plugins: [VueQueryPlugin, router] },
  });
}
const button = (page: ReturnType<typeof acts>, words: string) =>
  page.findAll('button').find((b) => b.text().startsWith(words))!;

describe('StandardActs', () => {
  afterEach(() => void (session.value = null));

  it('asks once what is open before a draft comes into force, and lets it be left', async () => {
    may('approveStandards');
    const asked = stubSite({ 'POST /api/standards/talk/draft/approve': () => json(200, {}) });
    const page = acts(
      {
        findings: [finding('Gain has no limit.'), finding('Seen.', 'accepted')],
        effects: [{ modelName: 'Alder 20', brokenMusts: 2 }],
      },
      [{ reasonFrom: 'lecture' }],
    );
    await button(page, 'Approve').trigger('click');
    expect(asked).toHaveLength(0);
    const open = page.findAll('.asks li').map((l) => l.text());
    expect(open).toEqual([
      'Gain has no limit.',
      'Alder 20 cannot meet 2 required notches.',
      '1 reason was copied and not looked at.',
    ]);
    await button(page, 'Back to the draft').trigger('click');
    expect(page.find('.asks').exists()).toBe(false);
    await button(page, 'Approve').trigger('click');
    await button(page, 'Approve with 3 open').trigger('click');
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]!.seen).toBe('"3"');
  });

  it('approves at once what has nothing open', async () => {
    may('approveStandards');
    const asked = stubSite({ 'POST /api/standards/talk/draft/approve': () => json(200, {}) });
    await button(acts({ findings: [], effects: [] }), 'Approve').trigger('click');
    await vi.waitFor(() => expect(asked).toHaveLength(1));
  });
});

describe('WhoCan', () => {
  afterEach(() => void (session.value = null));
  const open = () =>
    mount(WhoCan, {
      props: { right: 'manageUnits', what: 'change units' },
      global: { plugins: [VueQueryPlugin] },
    });

  it('tells an operator whom to ask, and a technician nothing', async () => {
    stubSite({ 'GET /api/technicians': () => json(200, ['A', 'B', 'C', 'D', 'E', 'F']) });
    may();
    const operator = open();
    await vi.waitFor(() =>
      expect(operator.text()).toBe('Technicians change units: ask A, B, C, D and 2 more.'),
    );
    may('manageUnits');
    expect(open().text()).toBe('');
  });
});

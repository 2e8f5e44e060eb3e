import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Views } from '../../app/client';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import FindingList from './FindingList.vue';

const finding = (ruleId: string, over: Partial<Views['FindingView']> = {}): Views['FindingView'] => ({
  ruleId,
  rule: 'The rule.',
  why: 'Because.',
  grade: 'warning',
  setting: 'gain',
  settingName: 'Gain',
  because: { ruleId, case: 'test', sentence: `${ruleId} says so.`, figures: [] },
  accepted: null,
  stale: false,
  ...over,
});
const open = (findings: Views['FindingView'][], rights: Views['Right'][] = ['acceptFindings']) => {
  session.value = {
    login: 'i',
    name: 'Ines',
    role: 'technician',
    rights,
    notation: { iris: 'dial', whiteBalance: 'kelvin' },
    writeToken: '',
  };
  return mount(FindingList, {
    props: { findings, standard: 'talk', model: 'alder' },
    global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] },
  });
};
const press = (list: ReturnType<typeof open>, text: string) =>
  list
    .findAll('button')
    .find((b) => b.text() === text)!
    .trigger('click');

describe('FindingList', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('says that it was not asked while a field cannot be read, and never that it finds nothing', async () => {
    const list = open([]);
    expect(list.text()).toBe('The rule book finds nothing to say.');
    await list.setProps({ unread: '“x” is no rate.' });
    expect(list.text()).toContain('was not asked: “x” is no rate.');
    expect(list.text()).not.toContain('finds nothing');
  });

  it('keeps accepted ones apart, and a stale one is open again with what was said before', () => {
    const accepted = { reason: 'it is meant', by: 'Tobias', at: '2026-11-01T10:00:00Z' };
    const list = open([finding('A'), finding('B', { accepted }), finding('C', { accepted, stale: true })]);
    expect(list.findAll('[data-rule]').map((l) => l.attributes('data-rule'))).toEqual(['A', 'C']);
    expect(list.get('[data-rule=C]').text()).toContain('when it said something else: it is meant');
    expect(list.get('summary').text()).toBe('1 accepted');
  });

  it('sends which case was read, with the reason', async () => {
    const asked = stubSite({ 'POST /api/findings/accept': () => json(204, null) });
    const list = open([finding('A')]);
    await press(list, 'Accept with a reason');
    await list.get('textarea').setValue('the far lectern');
    await list.get('form').trigger('submit');
    await flushPromises();
    expect(asked[0]!.body).toEqual({
      standardKey: 'talk',
      modelKey: 'alder',
      ruleId: 'A',
      setting: 'gain',
      case: 'test',
      reason: 'the far lectern',
      version: null,
      when: null,
    });
    expect(list.emitted('decided')).toHaveLength(1);
  });

  it('keeps the reason on the page when it is refused', async () => {
    stubSite({
      'POST /api/findings/accept': () => json(400, { code: 'bad-value', detail: 'Give the reason.' }),
    });
    const list = open([finding('A')]);
    await press(list, 'Accept with a reason');
    await list.get('textarea').setValue('x');
    await list.get('form').trigger('submit');
    await flushPromises();
    expect(list.get('[role=alert]').text()).toContain('Give the reason. What you typed is still here.');
    expect(list.get('textarea').element.value).toBe('x');
  });

  it('lets only a technician decide, and leads everybody to the notch', async () => {
    const list = open([finding('A')], []);
    expect(list.findAll('button').map((b) => b.text())).toEqual(['Gain']);
    await press(list, 'Gain');
    expect(list.emitted('go')).toEqual([['gain']]);
  });
});

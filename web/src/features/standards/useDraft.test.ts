import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick, ref } from 'vue';
import type { Views } from '../../app/client';
import { session } from '../../app/session';
import { json, stubSite, type Asked } from '../../testing/site';
import { useDraft } from './useDraft';

const document = (require: string): Views['StandardDocument'] => ({
  key: 'talk',
  name: 'Talk',
  version: 2,
  state: 'draft',
  purpose: 'p',
  light: { description: 'l', temperatureK: 5600, mainsHz: 60, lamp: 'daylight' },
  notches: [{ setting: 'gain', require, importance: 'must', reason: 'r', tolerance: 'none' }],
  use: 'general',
});
const head = (revision: number, state = 'draft') => ({ key: 'talk', version: 2, state, revision });
const whole = (state = 'draft') =>
  ({
    head: head(3, state),
    document: document('base'),
    findings: [],
    versions: [],
  }) as unknown as Views['StandardView'];
const preview = { wrong: null, effects: [], findings: [], proposal: null, changes: [] };

function open(state = 'draft') {
  session.value = { rights: ['defineStandards'] } as never;
  let draft!: ReturnType<typeof useDraft>;
  const setting = ref('gain');
  const wrapper = mount(
    defineComponent({
      setup: () => {
        draft = useDraft(whole(state), setting);
        return () => null;
      },
    }),
  );
  return { draft, wrapper, setting };
}
const puts = (asked: Asked[]) => asked.filter((a) => a.method === 'PUT');
const pass = async (ms: number) => {
  await vi.advanceTimersByTimeAsync(ms);
  await flushPromises();
};

describe('useDraft', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('asks what a change would do at once and keeps it a moment later, with the revision it saw', async () => {
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => json(200, { head: head(4), document: document('lowest') }),
    });
    const { draft } = open();
    await pass(100);
    draft.doc.value.notches[0]!.require = 'lowest';
    await nextTick();
    expect(draft.state.value).toBe('typing');
    await pass(100);
    expect(asked.at(-1)).toMatchObject({ method: 'POST', query: '?setting=gain' });
    expect(puts(asked)).toHaveLength(0);
    await pass(800);
    expect(puts(asked)).toMatchObject([{ seen: '"3"', body: { notches: [{ require: 'lowest' }] } }]);
    expect([draft.state.value, draft.revision.value]).toEqual(['kept', 4]);
  });

  it('keeps a run of letters once', async () => {
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => json(200, { head: head(4), document: document('0 dB') }),
    });
    const { draft } = open();
    for (const want of ['0', '0 ', '0 d', '0 dB']) {
      draft.doc.value.notches[0]!.require = want;
      await pass(50);
    }
    await pass(900);
    expect(puts(asked)).toHaveLength(1);
  });

  it('undoes step by step, and an undone change is kept no longer', async () => {
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => json(200, { head: head(4), document: document('x') }),
    });
    const { draft } = open();
    draft.doc.value.notches[0]!.require = 'lowest';
    await nextTick();
    draft.undo();
    await nextTick();
    expect(draft.doc.value.notches[0]!.require).toBe('base');
    expect(draft.canUndo.value).toBe(false);
    await pass(900);
    expect(puts(asked)).toHaveLength(0);
    expect(draft.state.value).toBe('kept');
    draft.redo();
    await nextTick();
    expect(draft.doc.value.notches[0]!.require).toBe('lowest');
  });

  it('says what cannot be kept and leaves it on the page', async () => {
    stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () =>
        json(400, { code: 'bad-value', detail: 'Write it like 0 dB.', pointer: '/notches/0/want' }),
    });
    const { draft } = open();
    draft.doc.value.notches[0]!.require = 'loud';
    await pass(900);
    expect([draft.state.value, draft.problem.value]).toEqual(['wrong', 'Write it like 0 dB.']);
    expect(draft.doc.value.notches[0]!.require).toBe('loud');
  });

  it('waits for the site and keeps what was typed when it is back', async () => {
    let there = false;
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => {
        if (!there) throw new TypeError('gone');
        return json(200, { head: head(4), document: document('lowest') });
      },
    });
    const { draft } = open();
    draft.doc.value.notches[0]!.require = 'lowest';
    await pass(900);
    expect(draft.state.value).toBe('away');
    there = true;
    await pass(2500);
    expect(draft.state.value).toBe('kept');
    expect(puts(asked)).toHaveLength(2);
  });

  it.each([
    [true, 'theirs', 1],
    [false, 'mine', 2],
  ])('shows both when somebody else changed it (taking the other: %s)', async (theirs, want, writes) => {
    let conflict = true;
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => {
        if (conflict)
          return json(412, { detail: 'Tobias changed it.', newest: document('theirs'), revision: 9 });
        return json(200, { head: head(10), document: document('mine') });
      },
    });
    const { draft } = open();
    draft.doc.value.notches[0]!.require = 'mine';
    await pass(900);
    expect(draft.state.value).toBe('conflict');
    conflict = false;
    draft.settle(theirs);
    await pass(900);
    expect(draft.doc.value.notches[0]!.require).toBe(want);
    expect(puts(asked)).toHaveLength(writes);
    if (!theirs) expect(puts(asked).at(-1)!.seen).toBe('"9"');
    expect(draft.state.value).toBe('kept');
  });

  it('never writes an approved version', async () => {
    const asked = stubSite({ 'POST /api/standards/preview': () => json(200, preview) });
    const { draft, wrapper } = open('approved');
    draft.doc.value.notches[0]!.require = 'lowest';
    await pass(900);
    wrapper.unmount();
    await pass(100);
    expect(puts(asked)).toHaveLength(0);
  });

  it('keeps what is open when the page is left', async () => {
    const asked = stubSite({
      'POST /api/standards/preview': () => json(200, preview),
      'PUT /api/standards/talk/draft': () => json(200, { head: head(4), document: document('lowest') }),
    });
    const { draft, wrapper } = open();
    draft.doc.value.notches[0]!.require = 'lowest';
    await nextTick();
    wrapper.unmount();
    await pass(50);
    expect(puts(asked)).toHaveLength(1);
  });
});

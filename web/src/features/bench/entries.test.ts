import { flushPromises, mount } from '@vue/test-utils';
import { describe, expect, it, vi } from 'vitest';
import { ref } from 'vue';
import type { Views } from '../../app/client';
import CheckQueue from './CheckQueue.vue';
import { AS_BEFORE, entriesOf, unread, verdictOf } from './entries';
import GroupWork from './GroupWork.vue';
import { useBench } from './useBench';
import type { useCheck } from './useCheck';

type Line = Views['CheckLineView'];
const line = (
  setting: string,
  over: Partial<Line> & { target?: string | null; look?: unknown } = {},
): Line => {
  const { target = 'as required', ...rest } = over;
  return {
    line: { setting, name: setting.toUpperCase(), chapter: 'Audio', target, dial: { detents: [] } },
    reading: { kind: 'unread', label: '', stage: 'found' },
    verdict: { kind: 'unread', offLabel: '' },
    asking: 'now',
    look: null,
    planned: false,
    stale: false,
    rivals: [],
    ...rest,
  } as unknown as Line;
};
const audio = { key: 'audio', name: 'Audio' };
const shown = (lines: Line[], same: string[] | null = null) =>
  entriesOf(lines, 'found', same && new Set(same)).asked.map((e) => `${e.key}: ${e.lines.length}`);

describe('entriesOf', () => {
  it('puts what one look answers together, at the place of its first line, and a lone one by itself', () => {
    const lines = [
      line('input', { look: audio }),
      line('gain'),
      line('phantom', { look: audio }),
      line('lens', { look: { key: 'focus', name: 'Focus' } }),
    ];
    expect(shown(lines)).toEqual(['group-audio: 2', 'gain: 1', 'lens: 1']);
    expect(entriesOf(lines, 'left', null).asked).toHaveLength(4);
  });

  it('puts the plan first, and asks neither for the return nor for what the camera does not have', () => {
    const lines = [
      line('kit', { look: audio }),
      line('gain', { planned: true, look: audio }),
      line('copied', { asking: 'atReturn' }),
      line('peaking', { asking: 'nothing' }),
    ];
    expect(shown(lines)).toEqual(['gain: 1', 'kit: 1']);
    const { atReturn, nothing } = entriesOf(lines, 'found', null);
    expect([atReturn, nothing].map((all) => all.map((l) => l.line.setting))).toEqual([
      ['copied'],
      ['peaking'],
    ]);
    expect(lines.filter(unread).map((l) => l.line.setting)).toEqual(['kit', 'gain']);
  });

  it('shows what somebody read although nobody asked for it', () => {
    const read = { kind: 'value', label: 'red' } as Line['reading'];
    expect(shown([line('peaking', { asking: 'nothing', reading: read })])).toEqual(['peaking: 1']);
  });

  it('makes one group of what the last check left as required', () => {
    const lines = [
      line('input', { look: audio }),
      line('gain'),
      line('phantom', { look: audio }),
      line('nd'),
    ];
    expect(shown(lines, ['input', 'phantom', 'nd'])).toEqual(['gain: 1', `${AS_BEFORE}: 3`]);
  });

  it('asks for every line of a check that was saved before lines said whether they are asked', () => {
    expect(shown([line('gain', { asking: undefined })])).toEqual(['gain: 1']);
  });

  it('says what is wrong in a group before what is right', () => {
    const of = (kind: string) => line('x', { verdict: { kind } as Line['verdict'] });
    const group = (...kinds: string[]) => verdictOf({ key: '', name: '', chapter: '', lines: kinds.map(of) });
    expect(group('onTarget', 'offTarget', 'unread')).toBe('offTarget');
    expect(group('onTarget', 'unread')).toBe('unread');
    expect(group('onTarget', 'onTarget')).toBe('onTarget');
  });
});

describe('a group on the bench', () => {
  function bench(lines: Line[], record = async () => true) {
    const recorded: [string, string | null][] = [];
    const waiting = ref<{ setting: string; stage: string }[]>([]);
    const kept = {
      check: ref({ id: 'c1', now: { items: [], hidden: [] } }),
      lines: ref(lines),
      waiting,
      refusal: ref<{ setting: string; message: string } | null>(null),
      stage: ref('found'),
      record: vi.fn(async (setting: string, read: string | null) => {
        recorded.push([setting, read]);
        waiting.value.push({ setting, stage: 'found' });
        return record();
      }),
    };
    const at = useBench('c1', kept as unknown as ReturnType<typeof useCheck>, () => {});
    at.begin();
    return { at, recorded, kept };
  }
  const three = [
    line('input', { look: audio }),
    line('phantom', { look: audio }),
    line('limiter', { look: audio, target: null }),
    line('iris'),
  ];

  it('is confirmed as a whole, but for the line that this model cannot meet, which comes next', () => {
    const { at, recorded } = bench(three);
    expect(at.group.value?.key).toBe('group-audio');
    at.confirmGroup();
    expect(recorded).toEqual([
      ['input', 'as required'],
      ['phantom', 'as required'],
    ]);
    expect(at.current.value).toBe('limiter');
  });

  it('opens what this model cannot meet line by line: no key answers it', async () => {
    const { at } = bench([
      line('input', { look: audio }),
      line('limiter', { look: audio, target: null }),
      line('format', { look: audio, target: null }),
    ]);
    at.confirmGroup();
    expect(at.current.value).toBe('limiter');
    at.text.value = 'off';
    await at.enter();
    await flushPromises();
    expect(at.current.value).toBe('format');
  });

  it('comes back after one of its lines was read, until one only is left', async () => {
    const { at } = bench(three);
    at.go('phantom');
    at.text.value = 'off';
    await at.enter();
    await flushPromises();
    expect(at.current.value).toBe('group-audio');
    at.go('limiter');
    at.text.value = 'off';
    await at.enter();
    await flushPromises();
    expect(at.current.value).toBe('input');
  });

  it('brings the line that was refused before the person, with what was sent', async () => {
    const { at, kept } = bench(three, async () => {
      kept.refusal.value = { setting: 'input', message: 'not that' };
      return false;
    });
    at.confirmGroup();
    await flushPromises();
    expect(at.message.value).toBe('');
    expect(['input', 'phantom']).toContain(at.current.value);
    expect(at.text.value).toBe('as required');
  });

  const work = () =>
    mount(GroupWork, {
      props: { group: entriesOf(three, 'found', null).asked[0]!, waiting: [], lastNote: '' },
    });

  it.each([
    [' ', 'confirm', []],
    ['2', 'open', ['phantom']],
    ['Backspace', 'back', []],
    ['ArrowDown', 'step', [1]],
    ['=', 'sinceLast', []],
  ] as const)('the key “%s” means %s', async (key, means, with_) => {
    const one = work();
    await one.get('#seen').trigger('keydown', { key });
    expect(one.emitted(means)).toEqual([[...with_]]);
  });

  it('opens the line whose name is typed, and leaves keys that are typed alone', async () => {
    const one = work();
    await one.get('#seen').setValue('lim');
    await one.get('#seen').trigger('keydown', { key: ' ' });
    expect(one.emitted('confirm')).toBeUndefined();
    await one.get('form').trigger('submit');
    expect(one.emitted('open')).toEqual([['limiter']]);
    await one.get('#seen').setValue('zzz');
    expect(one.text()).toContain('No line here is called “zzz”');
  });

  it('is folded in the queue until it is worked on or something in it is wrong', async () => {
    const entries = entriesOf([...three], 'found', null);
    const queue = mount(CheckQueue, { props: { entries, current: 'iris', waiting: [], order: [] } });
    const shown = () =>
      queue
        .findAll('[data-setting]')
        .filter((b) => !b.attributes('style')?.includes('none'))
        .map((b) => b.attributes('data-setting'));
    expect(shown()).toEqual(['iris']);
    await queue.setProps({ current: 'phantom' });
    expect(shown()).toHaveLength(4);
    await queue.setProps({ current: 'group-audio' });
    expect(shown(), 'the work lists them').toEqual(['iris']);
  });
});

import { describe, expect, it, vi } from 'vitest';
import { ref } from 'vue';
import { END, useBench } from './useBench';
import type { useCheck } from './useCheck';

type Kept = ReturnType<typeof useCheck>;

const detents = (...labels: string[]) =>
  labels.map((label, at) => ({ label, detail: '', at, major: true, typed: label }));
const line = (setting: string, labels: string[], target: string | null, read = false) => ({
  line: {
    setting,
    target,
    dial: { detents: detents(...labels), targetAt: 0, hasAutomatic: true, tolerance: 0 },
  },
  reading: { kind: read ? 'value' : 'unread', version: 0, dialAt: null, label: '' },
  verdict: { kind: 'unread' },
});

function bench(record: (setting: string, read: string | null) => Promise<boolean> = async () => true) {
  const lines = ref([
    line('shutter', ['1/30', '1/60', '1/100'], '1/60', true),
    line('gain', ['L', 'M', 'H'], 'L, −3 dB'),
    line('white-balance', ['3200', '5600', 'A', 'B'], '3200 K'),
    line('focus-mode', ['auto'], null),
  ]);
  const recorded: [string, string | null][] = [];
  const kept = {
    check: ref({ id: 'c1', now: { items: [], hidden: [] } }),
    lines,
    waiting: ref([]),
    refusal: ref(null),
    stage: ref('found'),
    record: vi.fn(async (setting: string, read: string | null) => {
      recorded.push([setting, read]);
      return record(setting, read);
    }),
  } as unknown as Kept;
  const at = useBench('c1', kept, () => {});
  const press = (key: string) => {
    const event = new KeyboardEvent('keydown', { key, cancelable: true });
    at.press(event);
    return event.defaultPrevented;
  };
  at.begin();
  return { at, press, recorded, kept };
}

describe('useBench', () => {
  it('begins at the first notch that nobody has read', () => {
    expect(bench().at.current.value).toBe('gain');
  });

  it('records as the sheet says with Space, and goes on', async () => {
    const { at, press, recorded } = bench();
    expect(press(' ')).toBe(true);
    expect(recorded).toEqual([['gain', 'L, −3 dB']]);
    await Promise.resolve();
    expect(at.current.value).toBe('white-balance');
  });

  it('has nothing to confirm where the model cannot, and says so at the field', () => {
    const { at, press, recorded } = bench();
    at.go('focus-mode');
    press(' ');
    expect(recorded).toEqual([]);
    expect(at.message.value).toContain('cannot');
  });

  it('moves the tick along the dial with the arrows, from the notch, and stops at the ends', () => {
    const { at, press } = bench();
    for (const [key, label] of [
      ['ArrowRight', 'M'],
      ['ArrowRight', 'H'],
      ['ArrowRight', 'H'],
      ['ArrowLeft', 'M'],
    ] as const) {
      expect(press(key)).toBe(true);
      expect(at.text.value).toBe(label);
    }
  });

  it('leaves the letter of a memory to the field', () => {
    const { at, press, recorded } = bench();
    at.go('white-balance');
    expect(at.autoIsTyped.value).toBe(true);
    expect(press('a')).toBe(false);
    expect(recorded).toEqual([]);
  });

  it('records automatic with A and not fitted with N', () => {
    const { press, recorded, at } = bench();
    press('a');
    at.go('gain');
    press('n');
    expect(recorded.map((r) => r[1])).toEqual(['auto', 'not fitted']);
  });

  it('stays where it is when what was typed is refused, with the text still there', async () => {
    const { at, kept } = bench(async () => {
      kept.refusal.value = { setting: 'gain', message: 'Gain has no “9”.' };
      return false;
    });
    at.text.value = '9';
    await at.enter();
    expect(at.current.value).toBe('gain');
    expect(at.text.value).toBe('9');
    expect(at.message.value).toBe('Gain has no “9”.');
  });

  it('leaves a person at the notch they went back to while the answer was still on its way', async () => {
    let answer: (taken: boolean) => void = () => {};
    const { at } = bench(() => new Promise((taken) => (answer = taken)));
    at.text.value = '9';
    const entered = at.enter();
    at.go('gain');
    at.text.value = 'H';
    answer(true);
    await entered;
    expect(at.current.value).toBe('gain');
    expect(at.text.value).toBe('H');
  });

  it('goes to the end after the last, and back with Backspace from an empty field only', () => {
    const { at, press } = bench();
    at.go('focus-mode');
    press('ArrowDown');
    expect(at.current.value).toBe(END);
    at.go('gain');
    at.text.value = 'H';
    expect(press('Backspace')).toBe(false);
    at.text.value = '';
    press('Backspace');
    expect(at.current.value).toBe('shutter');
  });

  it('toggles the table, the place and the reason', () => {
    const { at, press } = bench();
    press('d');
    expect(at.asTable.value).toBe(true);
    press('w');
    expect(at.shown.value).toBe('where');
    press('w');
    expect(at.shown.value).toBeNull();
    press('y');
    expect(at.shown.value).toBe('why');
  });

  it('goes along what is to be corrected, in the order told, and then to the end', async () => {
    const { at, recorded, kept } = bench();
    const lines = kept.lines.value as unknown as {
      verdict: { needsCorrection: boolean };
      line: { setting: string };
    }[];
    const wrong = (setting: string, is: boolean) =>
      (lines.find((l) => l.line.setting === setting)!.verdict.needsCorrection = is);
    wrong('shutter', true);
    wrong('gain', true);
    (kept.check.value as unknown as { now: { order: { setting: string }[] } }).now.order = [
      { setting: 'gain' },
      { setting: 'shutter' },
    ];
    at.turn('left');
    expect(at.current.value).toBe('gain');
    wrong('gain', false);
    at.act('as-sheet');
    await vi.waitFor(() => expect(at.current.value).toBe('shutter'));
    wrong('shutter', false);
    at.act('as-sheet');
    await vi.waitFor(() => expect(at.current.value).toBe(END));
    expect(recorded.map(([setting]) => setting)).toEqual(['gain', 'shutter']);
    at.turn('found');
    expect(at.current.value).toBe('gain');
  });
});

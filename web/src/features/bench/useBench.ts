import { computed, nextTick, ref } from 'vue';
import type { Views } from '../../app/client';
import { benchKeys, type BenchAct } from './keys';
import type { Stage } from './outgoing';
import type { useCheck } from './useCheck';
import { usePreview } from './usePreview';

/** Where the queue ends: finish and sign. */
export const END = 'end';
const LONGEST_WAIT_MS = 500;

/** Going through a check by hand: which notch is before the person, what is typed, what a key does. */
export function useBench(id: string, kept: ReturnType<typeof useCheck>, focus: () => void) {
  const current = ref('');
  const text = ref('');
  const stepped = ref(false);
  const shown = ref<'where' | 'why' | null>(null);
  const queueOpen = ref(false);
  const asTable = ref(false);
  const { check, lines, waiting, refusal, stage, record } = kept;
  const { preview, about } = usePreview(id, current, text, stage);
  const readKey = benchKeys();

  const at = computed(() => lines.value.findIndex((l) => l.line.setting === current.value));
  const line = computed(() => lines.value[at.value]);
  const places = computed(() => line.value?.line.dial.detents.map((d) => d.typed) ?? []);
  const understood = computed(() => (text.value && preview.value?.understood ? preview.value : null));
  const now = computed(() => understood.value?.now ?? check.value?.now);
  const message = computed(() => {
    if (refusal.value?.setting === current.value) return refusal.value.message;
    return text.value && preview.value && !preview.value.understood ? preview.value.message : '';
  });
  const reading = computed(() => understood.value?.reading ?? line.value?.reading);
  const verdict = computed(() => understood.value?.verdict ?? line.value?.verdict);
  /** Where a place is called A the letter is typed, and automatic is recorded by its word. */
  const autoIsTyped = computed(() => places.value.some((p) => p.toLowerCase() === 'a'));
  /** The phone has one line: what is worst. */
  const strip = computed(() => {
    const items = now.value?.items ?? [];
    const hidden = now.value?.hidden.length ? [{ topic: 'Two wrongs hide each other', value: '' }] : [];
    return [...hidden, ...items.filter((i) => i.severity === 'fault' || i.severity === 'automatic')].slice(
      0,
      3,
    );
  });

  function go(setting: string): void {
    current.value = setting;
    text.value = '';
    stepped.value = false;
    shown.value = null;
    queueOpen.value = false;
    if (refusal.value?.setting !== setting) refusal.value = null;
    void nextTick(focus);
  }

  function step(by: number): void {
    const next = lines.value[at.value + by];
    if (next) go(next.line.setting);
    else if (by > 0) go(END);
  }

  /**
   * Nobody has read it, and there is something to read: a control the model has not needs nobody. While correcting it is what stands
   * wrong, and what has to be read again because something moved under it.
   */
  const open = (l: Views['CheckLineView']) =>
    stage.value === 'left'
      ? l.stale || l.verdict.needsCorrection
      : l.reading.kind === 'unread' && !l.stale && !l.line.nothingToDo;

  /** The lines in the order in which they are gone through: as on the sheet, or as they are to be corrected. */
  function inOrder(): Views['CheckLineView'][] {
    if (stage.value === 'found')
      return [...lines.value.slice(at.value + 1), ...lines.value.slice(0, at.value)];
    const steps = [...new Set((check.value?.now.order ?? []).map((s) => s.setting))];
    const ranked = steps.flatMap((s) => lines.value.filter((l) => l.line.setting === s));
    return [...ranked, ...lines.value.filter((l) => !steps.includes(l.line.setting))];
  }

  /** On to the next that nobody has read, or to the end. */
  function onward(): void {
    const held = new Set(waiting.value.filter((w) => w.stage === stage.value).map((w) => w.setting));
    const next = inOrder().find(
      (l) => open(l) && !held.has(l.line.setting) && l.line.setting !== current.value,
    );
    go(next?.line.setting ?? END);
  }

  /**
   * Records and goes on. What is sure to be taken goes on at once; what may be refused waits for the answer, so that the page
   * does not jump away and back, but not longer than a person waits.
   */
  async function put(read: string, sure = true): Promise<void> {
    const setting = current.value;
    const recorded = record(setting, read);
    if (!sure) await Promise.race([recorded, new Promise((go) => setTimeout(go, LONGEST_WAIT_MS))]);
    if (refusal.value?.setting === setting) return;
    if (current.value === setting) onward();
    if (!(await recorded)) {
      const refused = refusal.value;
      go(setting);
      refusal.value = refused;
      text.value = read;
    }
  }

  async function enter(): Promise<void> {
    const typed = text.value.trim();
    if (!typed) return;
    const known = about.value === text.value ? preview.value : null;
    if (known && !known.understood) refusal.value = { setting: current.value, message: known.message };
    else await put(typed, known !== null);
  }

  function asSheet(): void {
    const target = line.value?.line.target;
    if (target) void put(target);
    else
      refusal.value = {
        setting: current.value,
        message: 'This model cannot do it, so there is nothing to confirm. Type what it shows, or N.',
      };
  }

  function alongDial(by: number): void {
    const dial = line.value?.line.dial.detents ?? [];
    if (!dial.length) return;
    const from = dial.findIndex((d) => d.typed === text.value);
    const start =
      from >= 0
        ? from
        : dial.findIndex((d) => d.at === (line.value?.reading.dialAt ?? line.value?.line.dial.targetAt));
    const next = dial[Math.min(Math.max((start < 0 ? 0 : start) + by, 0), dial.length - 1)];
    text.value = next?.typed ?? '';
    stepped.value = true;
  }

  function act(what: BenchAct): void {
    if (what === 'as-sheet') asSheet();
    else if (what === 'automatic') void put('auto');
    else if (what === 'not-fitted') void put('not fitted');
    else if (what === 'where' || what === 'why') show(what);
    else if (what === 'table') asTable.value = !asTable.value;
    else if (what === 'back' || what === 'up') step(-1);
    else if (what === 'down') step(1);
    else if (what === 'left') alongDial(-1);
    else if (what === 'right') alongDial(1);
  }

  function press(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const arrow = event.key.startsWith('Arrow');
    const asked = readKey(event.key, arrow && stepped.value ? '' : text.value, places.value);
    if (asked) {
      event.preventDefault();
      act(asked);
    } else {
      if (!arrow) stepped.value = false;
      if (event.key !== 'Enter') refusal.value = null;
    }
  }

  function show(what: 'where' | 'why'): void {
    shown.value = shown.value === what ? null : what;
    void nextTick(() => document.getElementById(`notch-${what}`)?.scrollIntoView({ block: 'nearest' }));
  }

  /** The first that nobody has read, or the end. */
  function begin(): void {
    const held = new Set(waiting.value.filter((w) => w.stage === stage.value).map((w) => w.setting));
    const all = stage.value === 'left' ? inOrder() : lines.value;
    const first = all.find((l) => open(l) && !held.has(l.line.setting));
    go(first?.line.setting ?? END);
  }

  /** From finding to correcting and back; the first thing to do comes before the person. */
  function turn(to: Stage): void {
    stage.value = to;
    begin();
  }

  return {
    current,
    text,
    shown,
    queueOpen,
    asTable,
    at,
    line,
    reading,
    verdict,
    understood,
    now,
    message,
    strip,
    autoIsTyped,
    go,
    enter,
    act,
    press,
    begin,
    turn,
  };
}

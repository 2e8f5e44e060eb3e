import { computed, nextTick, ref } from 'vue';
import type { Views } from '../../app/client';
import { entriesOf, unread, type Entry } from './entries';
import { benchKeys, type BenchAct } from './keys';
import type { Stage } from './outgoing';
import type { useCheck } from './useCheck';
import { useLast } from './useLast';
import { usePreview } from './usePreview';

/** Where the queue ends: finish and sign. */
export const END = 'end';
const LONGEST_WAIT_MS = 500;

/** Going through a check by hand: which notch or group of notches is before the person, what is typed, what a key does. */
export function useBench(id: string, kept: ReturnType<typeof useCheck>, focus: () => void) {
  const current = ref('');
  const text = ref('');
  const stepped = ref(false);
  const shown = ref<'where' | 'why' | null>(null);
  const queueOpen = ref(false);
  const asTable = ref(false);
  const { check, lines, waiting, refusal, stage, record } = kept;
  const { preview, about } = usePreview(id, current, text, stage);
  const keys = benchKeys();
  const last = useLast(id);

  const entries = computed(() => entriesOf(lines.value, stage.value, last.same.value));
  const at = computed(() => entries.value.asked.findIndex(holds));
  /** The entry before the person: the group itself, or the one that the notch belongs to. */
  const entry = computed<Entry | undefined>(() => entries.value.asked[at.value]);
  const group = computed(() =>
    entry.value?.key === current.value && entry.value.lines.length > 1 ? entry.value : null,
  );
  const line = computed(() => lines.value.find((l) => l.line.setting === current.value));
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

  function holds(e: Entry): boolean {
    return e.key === current.value || e.lines.some((l) => l.line.setting === current.value);
  }

  /** Rises whenever the page goes somewhere, to where it is too: what was to go on by itself stays then. */
  let went = 0;

  function go(key: string): void {
    went++;
    current.value = key;
    text.value = '';
    stepped.value = false;
    shown.value = null;
    queueOpen.value = false;
    if (refusal.value?.setting !== key) refusal.value = null;
    void nextTick(focus);
  }

  /** Up and down go by lines within a group that was opened, and by entries otherwise. */
  function step(by: number): void {
    const within = entry.value && !group.value ? entry.value.lines : [];
    const inside = within.findIndex((l) => l.line.setting === current.value) + by;
    if (within.length > 1 && within[inside]) return go(within[inside].line.setting);
    if (within.length > 1 && by < 0) return go(entry.value!.key);
    const next = entries.value.asked[at.value + by];
    if (next) go(next.key);
    else if (by > 0) go(END);
  }

  const held = () => new Set(waiting.value.filter((w) => w.stage === stage.value).map((w) => w.setting));

  /**
   * Nobody has read it, and there is something to read: a control the model has not needs nobody. While correcting it is what stands
   * wrong, and what has to be read again because something moved under it.
   */
  const open = (l: Views['CheckLineView']) =>
    stage.value === 'left' ? l.stale || l.verdict.needsCorrection : unread(l);

  /** The entries in the order in which they are gone through: as on the sheet, or as they are to be corrected. */
  function inOrder(): Entry[] {
    const all = entries.value.asked;
    if (stage.value === 'found') return [...all.slice(at.value + 1), ...all.slice(0, Math.max(at.value, 0))];
    const steps = [...new Set((check.value?.now.order ?? []).map((s) => s.setting))];
    const ranked = steps.flatMap((s) => all.filter((e) => e.key === s));
    return [...ranked, ...all.filter((e) => !steps.includes(e.key))];
  }

  /** Where an entry is opened: as a whole while one key still answers several of its lines, else at the first that is left. Nothing where nothing is. */
  function opening(e: Entry, without: ReadonlySet<string>): string | undefined {
    const left = e.lines.filter((l) => open(l) && !without.has(l.line.setting));
    const whole = left.length > 1 && left.some((l) => l.line.target);
    return whole ? e.key : left[0]?.line.setting;
  }

  /** On to what nobody has read: what is left of the group, then the next entry, or the end. */
  function onward(): void {
    const without = held().add(current.value);
    const here = entry.value && entry.value.lines.length > 1 ? opening(entry.value, without) : undefined;
    const next =
      here ??
      inOrder()
        .map((e) => opening(e, without))
        .find(Boolean);
    go(next ?? END);
  }

  /**
   * Records and goes on. What is sure to be taken goes on at once; what may be refused waits for the answer, so that the page
   * does not jump away and back, but not longer than a person waits.
   */
  async function put(read: string, sure = true): Promise<void> {
    const setting = current.value;
    const before = went;
    const recorded = record(setting, read);
    if (!sure) await Promise.race([recorded, new Promise((go) => setTimeout(go, LONGEST_WAIT_MS))]);
    if (refusal.value?.setting === setting) return;
    if (went === before) onward();
    await orBack(setting, read, recorded);
  }

  /** What was refused comes before the person again, with what was typed. */
  async function orBack(setting: string, read: string, recorded: Promise<boolean>): Promise<void> {
    if (await recorded) return;
    const refused = refusal.value;
    go(setting);
    refusal.value = refused;
    text.value = read;
  }

  /** Every line of the group that nobody has read is as the sheet says; one that this model cannot meet is left to be read by itself. */
  function confirmGroup(): void {
    const mine = group.value;
    if (!mine) return;
    const without = held();
    for (const { line: of } of mine.lines.filter(
      (l) => open(l) && l.line.target && !without.has(l.line.setting),
    ))
      void orBack(of.setting, of.target!, record(of.setting, of.target!));
    onward();
  }

  /** Takes back what was read of the group. */
  function takeGroupBack(): void {
    for (const l of group.value?.lines ?? [])
      if (l.reading.kind !== 'unread') void record(l.line.setting, null, l.reading.stage);
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
        message:
          line.value?.line.fit !== 'checkByEye'
            ? 'This model cannot meet it, so there is nothing to confirm. Type what it shows, or N.'
            : 'What is right here is not known: the sheet leaves it to you. Look, and type what it shows.',
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
    else if (what === 'since-last') void sinceLast();
  }

  function press(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const arrow = event.key.startsWith('Arrow');
    const asked = keys.read(event.key, arrow && stepped.value ? '' : text.value, places.value);
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
    const without = held();
    const all = stage.value === 'left' ? inOrder() : entries.value.asked;
    go(all.map((e) => opening(e, without)).find(Boolean) ?? END);
  }

  /** From finding to correcting and back; the first thing to do comes before the person. */
  function turn(to: Stage): void {
    stage.value = to;
    begin();
  }

  /** Only what differs from the last check of this unit, or every line again. */
  async function sinceLast(): Promise<void> {
    await last.toggle();
    if (!last.message.value) begin();
  }

  return {
    current,
    text,
    shown,
    queueOpen,
    asTable,
    at,
    entries,
    entry,
    group,
    line,
    reading,
    verdict,
    understood,
    now,
    message,
    strip,
    autoIsTyped,
    last,
    /** Goes to a notch or a group that the person chose. */
    go: (key: string) => {
      keys.forget();
      go(key);
    },
    enter,
    act,
    press,
    begin,
    turn,
    confirmGroup,
    takeGroupBack,
    sinceLast,
    step,
  };
}

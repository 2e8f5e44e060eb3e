import { computed, onScopeDispose, ref, watch, type Ref } from 'vue';
import { useDebounceFn } from '@vueuse/core';
import { api, ask, Problem, type Views } from '../../app/client';
import { inTurn } from '../../app/inTurn';
import { fresh, inside, type Region } from './regions';

export type Settings = Views['PictureSettingsDocument'];
export type PictureDocument = { settings: Settings; regions: Region[]; unit: string; original: boolean };

/** A hand that moves is followed this often. */
const FOLLOW_MS = 40;
/** What stands still so long is measured at full size and saved. */
const REST_MS = 700;

export type PictureWork = ReturnType<typeof usePicture>;

/** One picture while it is measured: quick figures follow the hand, full ones come and are saved when it rests. */
export function usePicture(id: Ref<string>) {
  const picture = ref<Views['PictureView']>();
  const document = ref<PictureDocument>();
  const quick = ref<Views['MeasuredView']>();
  const selected = ref<string>();
  const wrong = ref('');
  const pointer = ref('');
  /** Somebody else changed it since it was opened: what is here cannot be saved over that. */
  const moved = ref(false);
  const failed = ref<Error | null>(null);
  const state = ref<'saved' | 'moves' | 'saves'>('saved');
  const before: PictureDocument[] = [];
  const undoable = ref(false);

  const copy = (of: PictureDocument): PictureDocument => JSON.parse(JSON.stringify(of)) as PictureDocument;
  const region = computed(() => document.value?.regions.find((r) => r.id === selected.value));
  /** What is shown: the drawing of now, and figures at full size where they are of the same regions. */
  const measured = computed(() => (state.value === 'saved' ? picture.value?.measured : quick.value));
  const figures = (of: string) => measured.value?.regions.find((r) => r.id === of);

  function show(view: Views['PictureView']): void {
    picture.value = view;
    document.value = {
      settings: { ...view.settings },
      regions: view.regions.map((r) => ({ ...r })),
      unit: view.unit ?? '',
      original: view.original,
    };
    if (!document.value.regions.some((r) => r.id === selected.value))
      selected.value = document.value.regions[0]?.id;
  }

  async function open(): Promise<void> {
    failed.value = null;
    picture.value = undefined;
    [wrong.value, pointer.value, moved.value] = ['', '', false];
    try {
      show(await ask(api.GET('/api/pictures/{id}', { params: { path: { id: id.value } } })));
      state.value = 'saved';
      before.length = 0;
      undoable.value = false;
      await follow();
    } catch (error) {
      failed.value = error as Error;
    }
  }

  let running: AbortController | undefined;
  async function follow(): Promise<void> {
    if (!document.value || !picture.value?.isHere) return;
    running?.abort();
    running = new AbortController();
    try {
      quick.value = await ask(
        api.POST('/api/pictures/{id}/measure', {
          params: { path: { id: id.value } },
          body: { settings: document.value.settings, regions: document.value.regions, full: false },
          signal: running.signal,
        }),
      );
      wrong.value = '';
      pointer.value = '';
    } catch (error) {
      if (error instanceof Problem) tell(error);
    }
  }
  function tell(problem: Problem): void {
    wrong.value = problem.message;
    pointer.value = problem.pointer;
    moved.value = problem.code === 'changed-meanwhile';
  }

  const followSoon = useDebounceFn(follow, FOLLOW_MS, { maxWait: FOLLOW_MS });
  /** One after another: what is moved on while an answer is under way goes with the version of that answer. */
  const turn = inTurn();
  const save = () => turn(saveNow);
  const saveSoon = useDebounceFn(save, REST_MS);
  async function saveNow(): Promise<void> {
    if (!document.value || !picture.value || state.value === 'saved') return;
    const sent = copy(document.value);
    state.value = 'saves';
    try {
      const view = await ask(
        api.PUT('/api/pictures/{id}/measured', {
          params: { path: { id: id.value } },
          headers: { 'If-Match': `"${picture.value.version}"` },
          body: { ...sent, unit: sent.unit || null },
        }),
      );
      wrong.value = '';
      pointer.value = '';
      // What was moved meanwhile stays, and is saved after.
      if (JSON.stringify(sent) === JSON.stringify(document.value)) {
        show(view);
        state.value = 'saved';
      } else {
        picture.value = view;
        state.value = 'moves';
        void saveSoon();
      }
    } catch (error) {
      state.value = 'moves';
      if (error instanceof Problem) tell(error);
    }
  }

  /** Changes what the picture is read by, or its regions; what it was before can be had again. */
  function change(how: (document: PictureDocument) => void, settle = true): void {
    if (!document.value || !picture.value?.isHere) return;
    if (settle) remember();
    how(document.value);
    state.value = 'moves';
    void followSoon();
    void saveSoon();
  }
  function remember(): void {
    if (!document.value) return;
    const last = before.at(-1);
    if (last && JSON.stringify(last) === JSON.stringify(document.value)) return;
    before.push(copy(document.value));
    undoable.value = true;
  }
  function undo(): void {
    const last = before.pop();
    undoable.value = before.length > 0;
    if (last) change((d) => Object.assign(d, last), false);
  }

  const put = (next: Region, settle = true) =>
    change((d) => {
      d.regions = d.regions.map((r) => (r.id === next.id ? inside(next) : r));
    }, settle);
  function add(region?: Region): void {
    const next = region ?? fresh(document.value?.regions ?? [], crypto.randomUUID());
    change((d) => d.regions.push(next));
    selected.value = next.id;
  }
  function remove(which: string): void {
    change((d) => {
      d.regions = d.regions.filter((r) => r.id !== which);
    });
    selected.value = document.value?.regions.at(-1)?.id;
  }

  watch(id, open, { immediate: true });
  // Who leaves at once has let go, too.
  onScopeDispose(() => void save());
  return {
    picture,
    document,
    quick,
    measured,
    figures,
    selected,
    region,
    state,
    wrong,
    moved,
    pointer,
    failed,
    undoable,
    open,
    change,
    remember,
    undo,
    put,
    add,
    remove,
  };
}

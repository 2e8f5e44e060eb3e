import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { useKeptDocument } from '../../app/useKeptDocument';
import { useNewLineUp } from './useNewLineUp';

type Document = Views['LineUpDocument'];

/** The letters a line-up gives its cameras, in order. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** A line-up on the screen: it is planned while anything is typed, and kept by itself; what cannot be read yet stays in this browser. */
export function useLineUp(first: Views['LineUpView']) {
  const kept = useKeptDocument<Document, Views['PlanView']>({
    document: first.document,
    revision: first.version,
    editable: true,
    place: `gold-notch.line-up.${first.document.id}`,
    preview: (body, signal) => ask(api.POST('/api/line-ups/preview', { body, signal })),
    keep: async (body, version) => {
      const answer = await ask(
        api.PUT('/api/line-ups/{id}', {
          params: { path: { id: body.id } },
          headers: { 'If-Match': `"${version}"` },
          body,
        }),
      );
      return answer.version;
    },
    newest: (refused) => ({
      document: refused.more.newest as Document,
      revision: Number(refused.more.version),
    }),
  });
  const plan = computed(() => kept.preview.value ?? first.plan);
  const chosen = ref('');
  const camera = computed(() => kept.doc.value.cameras.find((c) => c.letter === chosen.value) ?? null);
  const at = computed(() => kept.doc.value.cameras.findIndex((c) => c.letter === chosen.value));

  const choose = (letter: string) => (chosen.value = chosen.value === letter ? '' : letter);

  /** What is wrong at a field, by its pointer into the document; empty where nothing is. */
  function messageAt(pointer: string): string {
    if (kept.pointer.value === pointer && kept.problem.value) return kept.problem.value;
    return plan.value.faults.find((f) => f.pointer === pointer)?.message ?? '';
  }

  const begins = useNewLineUp(() => kept.doc.value.standard);

  /** Adds a camera: as it was used last where that is known, and with what a line-up of this standard begins with. */
  function add(unit: string, last?: Views['LineUpCameraDocument']): void {
    const used = new Set(kept.doc.value.cameras.map((c) => c.letter));
    const letter = [...LETTERS].find((l) => !used.has(l));
    if (!letter || !begins.value) return;
    const before = last && {
      part: last.part,
      watch: last.watch,
      require: last.require,
      lens: last.lens,
      // Where it stood belongs to the other place; how wide it was and how far away may serve again.
      ...(last.focalMm || last.framedM ? { focalMm: last.focalMm, framedM: last.framedM } : {}),
      ...(last.distanceM ? { distanceM: last.distanceM } : {}),
    };
    kept.doc.value.cameras.push({ ...begins.value.camera, ...before, letter, unit });
    chosen.value = letter;
  }

  /** Takes a camera out; those that were to be as deep as it keep their text and are told. */
  function remove(letter: string): void {
    const doc = kept.doc.value;
    doc.cameras = doc.cameras.filter((c) => c.letter !== letter);
    if (doc.colourReference === letter) doc.colourReference = '';
    if (chosen.value === letter) chosen.value = '';
  }

  return { ...kept, begins, plan, chosen, choose, camera, at, messageAt, add, remove };
}

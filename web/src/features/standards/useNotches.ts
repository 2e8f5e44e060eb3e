import { computed, type Ref } from 'vue';
import type { Views } from '../../app/client';

export type Chapter = { name: string; notches: { at: number; notch: Views['NotchDocument'] }[] };

/** The notches of a document by chapter in the order of the work, each with its place in the document. */
export function useNotches(doc: Ref<Views['StandardDocument']>, settings: Views['SettingView'][]) {
  const order = new Map(settings.map((s, i) => [s.key, i]));
  const rank = (key: string) => order.get(key) ?? settings.length;
  const chapters = computed(() => {
    const all: Chapter[] = [];
    const sorted = doc.value.notches
      .map((notch, at) => ({ notch, at }))
      .sort((a, b) => rank(a.notch.setting) - rank(b.notch.setting));
    for (const one of sorted) {
      const name = settings[rank(one.notch.setting)]?.chapter ?? '';
      if (all.at(-1)?.name !== name) all.push({ name, notches: [] });
      all.at(-1)!.notches.push(one);
    }
    return all;
  });

  /** Adds a notch with the first thing such a setting can want; gives its place. */
  function add(setting: Views['SettingView']): number {
    return (
      doc.value.notches.push({
        setting: setting.key,
        require: setting.requirements[0] ?? '',
        importance: 'should',
        reason: '',
        tolerance: 'none',
      }) - 1
    );
  }
  return { chapters, add };
}

import { definePreset } from '@primeuix/themes';
import Aura from '@primeuix/themes/aura';
import { ref, watchEffect } from 'vue';

/** The component library in our colours: its primary is ink, because brass belongs to the target alone. */
export const preset = definePreset(Aura, {
  semantic: {
    primary: Object.fromEntries(
      [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [step, 'var(--ink)']),
    ),
    focusRing: { width: '3px', style: 'solid', color: 'var(--ink)', offset: '2px' },
    colorScheme: Object.fromEntries(
      ['light', 'dark'].map((scheme) => [
        scheme,
        {
          surface: {
            0: 'var(--panel)',
            50: 'var(--paper)',
            100: 'var(--panel-deep)',
            200: 'var(--line)',
            300: 'var(--line)',
          },
          primary: {
            color: 'var(--ink)',
            contrastColor: 'var(--panel)',
            hoverColor: 'var(--ink)',
            activeColor: 'var(--ink)',
          },
          content: { background: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--line)' },
          text: { color: 'var(--ink)', mutedColor: 'var(--ink-soft)' },
          formField: {
            background: 'var(--panel)',
            color: 'var(--ink)',
            borderColor: 'var(--ink-soft)',
            placeholderColor: 'var(--ink-soft)',
          },
          overlay: {
            select: { background: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--line)' },
            popover: { background: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--line)' },
            modal: { background: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--line)' },
          },
          list: {
            option: {
              color: 'var(--ink)',
              focusBackground: 'var(--panel-deep)',
              focusColor: 'var(--ink)',
              selectedBackground: 'var(--panel-deep)',
              selectedColor: 'var(--ink)',
              selectedFocusBackground: 'var(--line)',
              selectedFocusColor: 'var(--ink)',
            },
            optionGroup: { background: 'transparent', color: 'var(--ink-soft)' },
          },
        },
      ]),
    ),
  },
  components: {
    datatable: {
      headerCell: {
        background: 'transparent',
        hoverBackground: 'transparent',
        selectedBackground: 'transparent',
        color: 'var(--ink-soft)',
        hoverColor: 'var(--ink)',
        selectedColor: 'var(--ink)',
        padding: '6px 14px 6px 0',
        borderColor: 'var(--line)',
      },
      bodyCell: { padding: '9px 14px 9px 0', borderColor: 'var(--line)' },
      row: { background: 'transparent', color: 'var(--ink)' },
    },
  },
});

const kept = localStorage.getItem('gold-notch.theme');
const system = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';

/** Light or dark; the person's choice is kept, else the system's. */
export const theme = ref<'light' | 'dark'>(kept === 'dark' || kept === 'light' ? kept : system);

watchEffect(() => {
  document.documentElement.dataset.theme = theme.value;
});

export function changeTheme(): void {
  theme.value = theme.value === 'dark' ? 'light' : 'dark';
  localStorage.setItem('gold-notch.theme', theme.value);
}

import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import dialog from '@primeuix/themes/aura/dialog';
import inputtext from '@primeuix/themes/aura/inputtext';
import textarea from '@primeuix/themes/aura/textarea';

/** Of the library's theme only the parts that are used: all ninety would be a third of the first load. */
const PARTS = { ...base, components: { button, dialog, inputtext, textarea } };

/** Our tokens handed to the component library: one look, set in one place (theme/_tokens.scss). */
export const InstrumentPreset = definePreset(PARTS, {
  semantic: {
    primary: {
      50: '#eef7f4',
      100: '#d5e9e1',
      200: '#aed6c8',
      300: '#82c0ac',
      400: '#5fd0b5',
      500: '#0b5a4a',
      600: '#094d3f',
      700: '#083f34',
      800: '#063229',
      900: '#04241d',
      950: '#021612',
    },
    focusRing: { width: '3px', style: 'solid', color: 'var(--accent)', offset: '2px' },
    formField: {
      paddingX: '14px',
      paddingY: '11px',
      borderRadius: '12px',
      focusRing: { width: '3px', style: 'solid', color: 'var(--accent)', offset: '1px', shadow: 'none' },
    },
    colorScheme: {
      light: scheme('#0b5a4a', '#ffffff'),
      dark: scheme('#5fd0b5', '#0c1513'),
    },
  },
  components: {
    button: {
      root: {
        borderRadius: '12px',
        paddingX: '18px',
        paddingY: '11px',
        label: { fontWeight: '600' },
      },
      colorScheme: { light: quietButtons(), dark: quietButtons() },
    },
  },
});

/** Buttons beside the main one: ink on the well, no colour of their own. */
function quietButtons() {
  const ink = { color: 'var(--ink)', hoverColor: 'var(--ink)', activeColor: 'var(--ink)' };
  return {
    root: {
      secondary: {
        ...ink,
        background: 'var(--well)',
        hoverBackground: 'var(--line)',
        activeBackground: 'var(--line)',
        borderColor: 'transparent',
        hoverBorderColor: 'transparent',
        activeBorderColor: 'transparent',
        focusRing: { color: 'var(--accent)', shadow: 'none' },
      },
    },
    outlined: {
      secondary: {
        color: 'var(--ink)',
        borderColor: 'var(--soft-ink)',
        hoverBackground: 'var(--well)',
        activeBackground: 'var(--well)',
      },
    },
    text: { secondary: { color: 'var(--soft-ink)', hoverBackground: 'var(--well)', activeBackground: 'var(--well)' } },
  };
}

function scheme(accent: string, onAccent: string) {
  return {
    primary: { color: accent, contrastColor: onAccent, hoverColor: accent, activeColor: accent },
    text: {
      color: 'var(--ink)',
      mutedColor: 'var(--soft-ink)',
      hoverColor: 'var(--ink)',
      hoverMutedColor: 'var(--ink)',
    },
    content: {
      background: 'var(--sheet)',
      hoverBackground: 'var(--well)',
      borderColor: 'var(--line)',
      color: 'var(--ink)',
      hoverColor: 'var(--ink)',
    },
    formField: {
      background: 'var(--sheet)',
      borderColor: 'var(--soft-ink)',
      hoverBorderColor: 'var(--ink)',
      focusBorderColor: 'var(--accent)',
      color: 'var(--ink)',
      placeholderColor: 'var(--soft-ink)',
      shadow: 'none',
    },
    overlay: {
      select: { background: 'var(--sheet)', borderColor: 'var(--line)', color: 'var(--ink)' },
      popover: { background: 'var(--sheet)', borderColor: 'var(--line)', color: 'var(--ink)' },
      modal: { background: 'var(--sheet)', borderColor: 'var(--line)', color: 'var(--ink)' },
    },
  };
}

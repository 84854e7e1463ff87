import { definePreset } from '@primeuix/themes';
import Aura from '@primeuix/themes/aura';
import { tokens, type Lamp } from '../base/tokens';

/** The component library's preset, from our tokens: its own look is not to be recognised. */
const scheme = (lamp: Lamp): object => {
  const t = tokens[lamp];
  return {
    primary: { color: t.water, contrastColor: t.panel, hoverColor: t.ink, activeColor: t.ink },
    highlight: { background: t.wash, focusBackground: t.wash, color: t.ink, focusColor: t.ink },
    formField: {
      background: t.panel,
      disabledBackground: t.panel,
      disabledColor: t.quiet,
      borderColor: t.quiet,
      hoverBorderColor: t.ink,
      focusBorderColor: t.amber,
      color: t.ink,
      placeholderColor: t.quiet,
      shadow: 'none',
    },
    text: { color: t.ink, mutedColor: t.quiet },
    content: { background: t.panel, borderColor: t.line, color: t.ink, hoverBackground: t.wash },
    overlay: {
      select: { background: t.panel, borderColor: t.quiet, color: t.ink },
      modal: { background: t.panel, borderColor: t.quiet, color: t.ink },
    },
    list: {
      option: {
        color: t.ink,
        focusBackground: t.wash,
        focusColor: t.ink,
        selectedBackground: t.wash,
        selectedColor: t.ink,
        selectedFocusBackground: t.wash,
        selectedFocusColor: t.ink,
      },
    },
  };
};

const ourDropdown = {
  background: 'var(--panel)',
  hoverBackground: 'var(--wash)',
  activeBackground: 'var(--wash)',
  color: 'var(--ink)',
  hoverColor: 'var(--ink)',
  activeColor: 'var(--ink)',
};
const ourToast = {
  blur: '0',
  secondary: {
    background: 'var(--panel)',
    borderColor: 'var(--settled)',
    color: 'var(--ink)',
    detailColor: 'var(--ink)',
    shadow: '0 4px 18px rgb(0 0 0 / 25%)',
    closeButton: {
      hoverBackground: 'var(--wash)',
      focusRing: { color: 'var(--amber)', shadow: 'none' },
    },
  },
};
const ourSwitch = {
  root: {
    background: 'var(--quiet)',
    hoverBackground: 'var(--quiet)',
    checkedBackground: 'var(--water)',
    checkedHoverBackground: 'var(--water)',
  },
  handle: { background: 'var(--panel)', hoverBackground: 'var(--panel)', checkedBackground: 'var(--panel)' },
};

export const preset = definePreset(Aura, {
  primitive: { borderRadius: { none: '0', xs: '1px', sm: '2px', md: '2px', lg: '3px', xl: '4px' } },
  semantic: {
    focusRing: { width: '2px', style: 'solid', color: 'var(--amber)', offset: '2px' },
    colorScheme: { light: scheme('lit'), dark: scheme('out') },
  },
  components: {
    skeleton: {
      colorScheme: {
        light: { root: { background: 'var(--wash)', animationBackground: 'var(--panel)' } },
        dark: { root: { background: 'var(--wash)', animationBackground: 'var(--panel)' } },
      },
    },
    select: { root: { paddingX: '0.6rem', paddingY: '0.35rem' }, dropdown: { color: 'var(--quiet)' } },
    datepicker: { colorScheme: { light: { dropdown: ourDropdown }, dark: { dropdown: ourDropdown } } },
    tabs: {
      tablist: { background: 'transparent', borderColor: 'var(--line)' },
      tab: {
        padding: '0.55rem 0.9rem',
        fontWeight: '500',
        activeColor: 'var(--ink)',
        activeBorderColor: 'var(--amber)',
      },
      activeBar: { height: '3px', bottom: '-1px', background: 'var(--amber)' },
      tabpanel: { background: 'transparent', padding: '0.8rem 0 0' },
    },
    datatable: {
      header: { background: 'transparent', padding: '0' },
      headerCell: {
        padding: '0.3rem 0.6rem 0.3rem 0',
        background: 'var(--ground)',
        hoverBackground: 'var(--wash)',
        selectedBackground: 'var(--ground)',
        selectedColor: 'var(--ink)',
        color: 'var(--quiet)',
        hoverColor: 'var(--ink)',
        borderColor: 'var(--quiet)',
      },
      columnTitle: { fontWeight: '600' },
      row: { background: 'transparent', color: 'var(--ink)' },
      bodyCell: { padding: '0.15rem 0.6rem 0.15rem 0', borderColor: 'var(--line)' },
      footerCell: { background: 'transparent', color: 'var(--ink)', padding: '0.3rem 0.6rem 0.3rem 0' },
      sortIcon: { color: 'var(--quiet)', hoverColor: 'var(--ink)', size: '0.75rem' },
      colorScheme: {
        light: { root: { borderColor: 'var(--line)' }, bodyCell: { selectedBorderColor: 'var(--line)' } },
        dark: { root: { borderColor: 'var(--line)' }, bodyCell: { selectedBorderColor: 'var(--line)' } },
      },
    },
    toast: {
      root: { width: '22rem', borderRadius: '3px', borderWidth: '0 0 0 3px' },
      colorScheme: { light: ourToast, dark: ourToast },
    },
    toggleswitch: {
      root: { width: '2.4rem', height: '1.35rem', borderRadius: '3px' },
      handle: { borderRadius: '2px' },
      colorScheme: { light: ourSwitch, dark: ourSwitch },
    },
    slider: {
      track: { size: '2px', background: 'var(--quiet)' },
      range: { background: 'var(--water)' },
      handle: {
        width: '22px',
        height: '22px',
        borderRadius: '3px',
        background: 'var(--water)',
        hoverBackground: 'var(--ink)',
        content: {
          width: '4px',
          height: '14px',
          borderRadius: '0',
          background: 'var(--panel)',
          hoverBackground: 'var(--panel)',
          shadow: 'none',
        },
      },
    },
  },
});

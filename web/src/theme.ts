import { DARK_PALETTE, PALETTE, type ColourName } from '@easytuck/contract';
import { createTheme, type ColorSystemOptions } from '@mui/material/styles';

type Palette = Readonly<Record<ColourName, string>>;

const names = Object.keys(PALETTE) as ColourName[];

/** The colours of the screen, light or dark, as CSS variables. */
export const COLOURS = Object.fromEntries(names.map((name) => [name, `var(--${name})`])) as Palette;

const variables = (palette: Palette): Record<string, string> => Object.fromEntries(names.map((name) => [`--${name}`, palette[name]]));

/** Below what lies above the page. */
export const SHADOW = '0 8px 24px rgba(0, 0, 0, 0.2)';

const schemeOf = (palette: Palette, onAccent: string): ColorSystemOptions => ({
  palette: {
    primary: { main: palette.long, contrastText: onAccent },
    secondary: { main: palette.short, contrastText: onAccent },
    success: { main: palette.good },
    warning: { main: palette.fair },
    error: { main: palette.bad },
    info: { main: palette.long },
    text: { primary: palette.ink, secondary: palette.pencil },
    background: { default: palette.paper, paper: palette.card },
    divider: palette.rule,
  },
});

/** Which colours this device shows; `system`: as the device itself does. */
export const COLOURS_KEY = 'easytuck.colours';

/** Widest that a page gets: it grows with the type on very large screens. */
export const PAGE_WIDTH = '82.5rem';

/** Type for figures and headings; its digits are of one width. */
export const FIGURES = '"Source Serif 4 Variable", Georgia, serif';
export const TEXT = '"Inter Variable", system-ui, sans-serif';

/** Sizes of type, from what is read close to what is read from a metre. None is written out anywhere else. */
export const SIZE = {
  tiny: '0.75rem',
  note: '0.8125rem',
  aside: '0.875rem',
  label: '0.9rem',
  plain: '0.9375rem',
  text: '1rem',
  clear: '1.0625rem',
  field: '1.125rem',
  head: '1.25rem',
  figure: '1.375rem',
  large: '1.5rem',
  title: '1.75rem',
  big: '2rem',
  great: '2.5rem',
  number: '2.75rem',
  greater: '3rem',
  greatest: '3.5rem',
} as const;

export const theme = createTheme({
  // in letters, not pixels: whoever reads with larger ones gets the layout of a smaller window
  breakpoints: { unit: 'em', values: { xs: 0, sm: 37.5, md: 56.25, lg: 75, xl: 96 } },
  cssVariables: { colorSchemeSelector: '[data-colours="%s"]' },
  colorSchemes: { light: schemeOf(PALETTE, PALETTE.white), dark: schemeOf(DARK_PALETTE, DARK_PALETTE.paper) },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: TEXT,
    fontSize: 14,
    h1: { fontFamily: FIGURES, fontSize: SIZE.title, fontWeight: 560, letterSpacing: '-0.01em' },
    h2: { fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560 },
    button: { textTransform: 'none', fontWeight: 560, letterSpacing: 0 },
    caption: { fontSize: SIZE.note, lineHeight: 1.35 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ':root': {
          ...variables(PALETTE),
          ...Object.fromEntries(Object.entries(SIZE).map(([name, size]) => [`--size-${name}`, size])),
        },
        // paper stays what it is
        ':root[data-colours="dark"]': {
          '@media screen': variables(DARK_PALETTE),
          '@media print': {
            '--mui-palette-text-primary': PALETTE.ink,
            '--mui-palette-text-secondary': PALETTE.pencil,
            '--mui-palette-primary-main': PALETTE.long,
            '--mui-palette-divider': PALETTE.rule,
          },
        },
        // on a screen that is seen from further off, type and page grow
        html: { '@media (min-width: 150em)': { fontSize: '125%' }, '@media (min-width: 212.5em)': { fontSize: '162.5%' } },
        // a grid without columns is as wide as its place, not as its widest part
        '*': { gridAutoColumns: 'minmax(0, 1fr)' },
        // a name without a space is broken rather than pushed out of the window
        body: { fontVariantNumeric: 'lining-nums', overflowWrap: 'break-word' },
        // on paper: the page without what only a screen can do, in ink on white
        '@media print': {
          'body, main': { backgroundColor: PALETTE.white, color: PALETTE.ink },
          'header, button, [role="search"], input[type="search"], .screen-only, .MuiButton-root, .MuiToggleButtonGroup-root': {
            display: 'none !important',
          },
          'tr, li, section, svg': { breakInside: 'avoid' },
          a: { textDecoration: 'none', color: 'inherit' },
        },
        // (by its base: the library gives this look of its field another one's class)
        '.MuiPickersInputBase-root.MuiPickersInputBase-root': {
          marginTop: 0,
          fontSize: SIZE.field,
          '&::before': { borderBottomStyle: 'dashed', borderBottomColor: COLOURS.pencil },
          '&:hover:not(.Mui-disabled, .Mui-error)::before': { borderBottom: `1px dashed ${COLOURS.ink}` },
        },
        // a chart's margins are in pixels, and so are its figures
        '.recharts-wrapper text': { fontSize: '14px' },
        a: { color: COLOURS.long },
        ':focus-visible': { outline: `2px solid ${COLOURS.long}`, outlineOffset: 2 },
      },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { '&:focus-visible': { outline: `3px solid ${COLOURS.long}`, outlineOffset: 2 } } },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minHeight: 44, paddingInline: 16, maxWidth: '100%' },
        outlined: { borderColor: COLOURS.thread, color: COLOURS.ink },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          textTransform: 'none',
          minHeight: 40,
          paddingInline: 12,
          color: COLOURS.ink,
          borderColor: COLOURS.thread,
          '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: COLOURS.ink, color: COLOURS.card },
          '@media (forced-colors: active)': {
            '&.Mui-selected': { forcedColorAdjust: 'none', backgroundColor: 'Highlight', color: 'HighlightText' },
          },
        },
      },
    },
    MuiTextField: { defaultProps: { variant: 'standard', fullWidth: true, slotProps: { inputLabel: { shrink: true } } } },
    // a field that is wide in letters still fits a phone
    MuiFormControl: { styleOverrides: { root: { maxWidth: '100%' } } },
    MuiInput: {
      styleOverrides: {
        root: {
          fontSize: SIZE.field,
          minHeight: 36,
          '&.MuiInput-root': { marginTop: 0 },
          '&::before': { borderBottomStyle: 'dashed', borderBottomColor: COLOURS.pencil },
          '&:hover:not(.Mui-disabled, .Mui-error)::before': { borderBottom: `1px dashed ${COLOURS.ink}` },
        },
      },
    },
    // labels stand above their fields always, large enough to be read at a counter, and wrap where there is no room
    MuiInputLabel: {
      styleOverrides: {
        root: {
          color: COLOURS.pencil,
          fontSize: SIZE.label,
          lineHeight: 1.3,
          position: 'static',
          transform: 'none',
          maxWidth: 'none',
          whiteSpace: 'normal',
          overflow: 'visible',
        },
      },
    },
    MuiSelect: { styleOverrides: { select: { whiteSpace: 'normal', textOverflow: 'clip', overflowWrap: 'anywhere' } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: SIZE.aside, lineHeight: 1.35 } } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    // A menu is gone when it closes: a backdrop that lingers would swallow the next touch.
    MuiMenu: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { border: `1px solid ${COLOURS.thread}`, boxShadow: SHADOW } },
    },
    MuiAlert: {
      styleOverrides: {
        root: ({ ownerState }) => {
          const edge = { info: COLOURS.long, success: COLOURS.good, warning: COLOURS.fair, error: COLOURS.bad }[
            ownerState.severity ?? 'info'
          ];
          return {
            alignItems: 'center',
            border: `1px solid ${COLOURS.thread}`,
            borderLeft: `5px solid ${edge}`,
            backgroundColor: COLOURS.card,
            color: COLOURS.ink,
            '& .MuiAlert-icon': { color: edge },
          };
        },
      },
    },
    MuiLink: { defaultProps: { underline: 'hover' } },
  },
});

import { createTheme, type Theme } from '@mui/material/styles';

/** How the program looks: by day, or with the lamps of the booth on and everything else dark. */
export const LOOKS = ['light', 'booth'] as const;
export type ThemeLook = (typeof LOOKS)[number];

/**
 * The greys by name, none with any chroma: colour is judged on these screens. L* of the plate is about 90 by day and 27 in
 * the booth; of the work area, on which boards lie, 70 and 25. One accent, a lacquer red, for the one main action.
 */
interface Greys {
  /** The page. */
  plate: string;
  /** The rail of places. */
  rail: string;
  /** Under the figures of a page. */
  desk: string;
  /** Notes and what is opened. */
  sunk: string;
  /** Fields to type in. */
  field: string;
  /** Around boards. */
  work: string;
  /** Hairlines. */
  line: string;
  /** Borders of what can be pressed. */
  edge: string;
  soft: string;
  ink: string;
  /** What is chosen of several. */
  select: string;
  'on-select': string;
  /** The accent as text and line, and as a button's ground. */
  lacquer: string;
  'lacquer-ground': string;
}

export const GREYS: Record<ThemeLook, Greys> = {
  light: {
    plate: '#e2e2e2',
    rail: '#d2d2d2',
    desk: '#d9d9d9',
    sunk: '#d3d3d3',
    field: '#ececec',
    work: '#ababab',
    line: '#8c8c8c',
    edge: '#666666',
    soft: '#474747',
    ink: '#171717',
    select: '#333333',
    'on-select': '#f2f2f2',
    lacquer: '#8b2a20',
    'lacquer-ground': '#8b2a20',
  },
  booth: {
    plate: '#404040',
    rail: '#333333',
    desk: '#464646',
    sunk: '#4c4c4c',
    field: '#303030',
    work: '#3b3b3b',
    line: '#747474',
    edge: '#a0a0a0',
    soft: '#cfcfcf',
    ink: '#f2f2f2',
    select: '#e0e0e0',
    'on-select': '#1a1a1a',
    lacquer: '#f0a89d',
    'lacquer-ground': '#9a3529',
  },
};

const TEXT = "'Atkinson Hyperlegible Next', sans-serif";

const themeOf = (look: ThemeLook): Theme => {
  const grey = GREYS[look];
  return createTheme({
    palette: {
      mode: look === 'booth' ? 'dark' : 'light',
      primary: { main: grey['lacquer-ground'], contrastText: '#ffffff' },
      secondary: { main: grey.ink },
      background: { default: grey.plate, paper: grey.plate },
      text: { primary: grey.ink, secondary: grey.soft },
      error: { main: grey.ink },
      divider: grey.line,
    },
    shape: { borderRadius: 0 },
    shadows: Array(25).fill('none') as never,
    typography: {
      fontFamily: TEXT,
      fontSize: 15,
      body1: { fontSize: 16 },
      body2: { fontSize: 14.5 },
      h1: { fontSize: 22, fontWeight: 700 },
      h2: { fontSize: 18, fontWeight: 700 },
      h3: { fontSize: 16, fontWeight: 700 },
      button: { textTransform: 'none', fontWeight: 700, fontSize: 16 },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          ':root': Object.fromEntries(Object.entries(grey).map(([name, value]) => [`--${name}`, value])),
        },
      },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { color: 'secondary', variant: 'outlined', disableElevation: true },
        styleOverrides: { root: { minHeight: 44, paddingInline: 18, borderWidth: 1 } },
      },
      MuiTextField: { defaultProps: { size: 'small', color: 'secondary' } },
      MuiOutlinedInput: {
        styleOverrides: {
          root: { minHeight: 44, background: grey.field },
          notchedOutline: { borderColor: grey.edge },
        },
      },
      MuiInputLabel: { defaultProps: { color: 'secondary' } },
      MuiCheckbox: { defaultProps: { color: 'secondary' } },
      MuiSlider: { defaultProps: { color: 'secondary' } },
      // Motion only where something moved: lists and dialogs open and close at once.
      MuiMenu: { defaultProps: { transitionDuration: 0 } },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
      MuiDialog: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: { paper: { border: `1px solid ${grey.ink}`, boxShadow: 'none' } },
      },
      MuiTableCell: {
        styleOverrides: {
          root: { borderColor: grey.line, padding: '8px 10px', fontSize: 15.5 },
          head: { color: grey.soft, fontSize: 14 },
        },
      },
      MuiLinearProgress: { defaultProps: { color: 'secondary' }, styleOverrides: { root: { height: 6 } } },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            minHeight: 44,
            borderColor: grey.edge,
            color: grey.ink,
            fontWeight: 500,
            fontSize: 15,
            paddingInline: 12,
            '&.Mui-selected, &.Mui-selected:hover': { background: grey.select, color: grey['on-select'] },
          },
        },
      },
      MuiLink: { defaultProps: { color: 'inherit' } },
    },
  });
};

export const THEMES: Record<ThemeLook, Theme> = { light: themeOf('light'), booth: themeOf('booth') };

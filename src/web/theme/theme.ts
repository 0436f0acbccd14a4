import { createTheme } from '@mui/material/styles';

/** Every surface is a grey without chroma: colour is judged on these screens. One accent for the one main action. */
export const GREY = {
  plate: '#e2e2e2',
  rail: '#d2d2d2',
  desk: '#d9d9d9',
  work: '#ababab',
  line: '#8c8c8c',
  soft: '#474747',
};
export const LACQUER = '#8b2a20';
const TEXT = "'Atkinson Hyperlegible Next', sans-serif";
export const MONO = "'Atkinson Hyperlegible Mono', monospace";

export const theme = createTheme({
  palette: {
    primary: { main: LACQUER },
    secondary: { main: '#1a1a1a' },
    background: { default: GREY.plate, paper: GREY.plate },
    text: { primary: '#171717', secondary: GREY.soft },
    error: { main: '#171717' },
    divider: GREY.line,
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
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { color: 'secondary', variant: 'outlined', disableElevation: true },
      styleOverrides: { root: { minHeight: 44, paddingInline: 18, borderWidth: 1 } },
    },
    MuiTextField: { defaultProps: { size: 'small', color: 'secondary' } },
    MuiOutlinedInput: {
      styleOverrides: { root: { minHeight: 44, background: '#ececec' }, notchedOutline: { borderColor: '#666' } },
    },
    MuiInputLabel: { defaultProps: { color: 'secondary' } },
    MuiCheckbox: { defaultProps: { color: 'secondary' } },
    MuiSlider: { defaultProps: { color: 'secondary' } },
    // Motion only where something moved: lists and dialogs open and close at once.
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiDialog: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { border: '1px solid #171717', boxShadow: 'none' } },
    },
    MuiTableCell: {
      styleOverrides: {
        root: { borderColor: GREY.line, padding: '8px 10px', fontSize: 15.5 },
        head: { color: GREY.soft, fontSize: 14 },
      },
    },
    MuiLinearProgress: { defaultProps: { color: 'secondary' }, styleOverrides: { root: { height: 6 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 44,
          borderColor: '#666',
          color: '#171717',
          fontWeight: 500,
          fontSize: 15,
          paddingInline: 12,
          '&.Mui-selected, &.Mui-selected:hover': { background: '#333', color: '#f2f2f2' },
        },
      },
    },
    MuiLink: { defaultProps: { color: 'inherit' } },
  },
});

import { createTheme, type Theme } from '@mui/material/styles';

/** The tokens of both modes; every colour of the interface is one of these, as a CSS variable. */
export const tokens = {
  day: {
    paper: '#F6F3EC',
    raised: '#FFFDF8',
    ink: '#22262B',
    graphite: '#6B7075',
    line: '#D8D2C4',
    copper: '#A8501F',
    onCopper: '#FFFDF8',
    teal: '#1F6F66',
    carmine: '#A3243B',
    straw: '#8A6A00',
    strawBg: '#FBEFC8',
    slate: '#3D5A73',
    faint: '#EAE5D9',
    mute: '#595E63',
  },
  night: {
    paper: '#171A1E',
    raised: '#20242A',
    ink: '#E8E4DA',
    graphite: '#9BA1A6',
    line: '#363B42',
    copper: '#E08A55',
    onCopper: '#171A1E',
    teal: '#5CC0B2',
    carmine: '#F0788C',
    straw: '#E5C65A',
    strawBg: '#3A3216',
    slate: '#93B4D1',
    faint: '#262B31',
    mute: '#AAB0B4',
  },
} as const;

export type Mode = keyof typeof tokens;

const words = '"Archivo Variable", "Liberation Sans", sans-serif';
const mono = '"B612 Mono", "DejaVu Sans Mono", monospace';

/** The tokens of a mode as CSS variables, for the style sheet and for MUI alike. */
export function variables(mode: Mode): Record<string, string> {
  const css: Record<string, string> = {
    '--words': words,
    '--mono': mono,
    colorScheme: mode === 'day' ? 'light' : 'dark',
  };
  for (const [name, value] of Object.entries(tokens[mode]))
    css[`--${name.replace(/[A-Z]/g, (c) => '-' + c.toLowerCase())}`] = value;
  return css;
}

/** MUI supplies behaviour; nothing keeps its default look. */
export function theme(mode: Mode): Theme {
  const t = tokens[mode];
  const line = { border: `1px solid ${t.graphite}`, borderRadius: 3, boxShadow: 'none' };
  return createTheme({
    palette: {
      mode: mode === 'day' ? 'light' : 'dark',
      background: { default: t.paper, paper: t.raised },
      text: { primary: t.ink, secondary: t.mute },
      primary: { main: t.ink, contrastText: t.raised },
      secondary: { main: t.copper, contrastText: t.onCopper },
      error: { main: t.carmine },
      warning: { main: t.straw },
      info: { main: t.slate },
      success: { main: t.teal },
      divider: t.line,
    },
    shape: { borderRadius: 3 },
    typography: {
      fontFamily: words,
      fontSize: 13,
      button: { textTransform: 'none', fontWeight: 400, letterSpacing: 0 },
    },
    shadows: Array(25).fill('none') as Theme['shadows'],
    transitions: { create: () => 'none' },
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { disableElevation: true, size: 'small' },
        styleOverrides: {
          root: {
            minHeight: 28,
            padding: '2px 10px',
            fontSize: 13,
            lineHeight: '20px',
            minWidth: 0,
            whiteSpace: 'nowrap',
            '&.Mui-focusVisible': { outline: `2px solid ${t.ink}`, outlineOffset: 2 },
          },
          outlined: { borderColor: t.graphite, color: t.ink, background: 'transparent' },
          contained: { background: t.ink, color: t.raised, fontWeight: 640, '&:hover': { background: t.ink } },
          text: { color: t.ink, textDecoration: 'underline', textUnderlineOffset: 2, padding: '2px 4px' },
        },
      },
      MuiOutlinedInput: {
        styleOverrides: {
          root: {
            background: t.raised,
            fontSize: 13,
            '& fieldset': { borderColor: t.graphite },
            '&.Mui-focused fieldset': { borderColor: t.ink, borderWidth: 2 },
          },
          input: { padding: '4px 8px', height: 22 },
          multiline: { padding: 0 },
        },
      },
      MuiInputLabel: {
        styleOverrides: {
          root: { color: t.mute, fontSize: 12, position: 'static', transform: 'none', marginBottom: 2 },
        },
      },
      MuiSelect: { styleOverrides: { select: { padding: '4px 28px 4px 8px', minHeight: '22px', lineHeight: '22px' } } },
      MuiMenu: { styleOverrides: { paper: line } },
      MuiMenuItem: { styleOverrides: { root: { fontSize: 13, minHeight: 28, padding: '2px 10px' } } },
      MuiDialog: {
        styleOverrides: { paper: { ...line, boxShadow: '0 8px 32px rgb(0 0 0 / 24%)', backgroundImage: 'none' } },
      },
      MuiDialogTitle: { styleOverrides: { root: { fontSize: 18, fontWeight: 680, padding: '20px 24px 4px' } } },
      MuiDialogActions: { styleOverrides: { root: { padding: '8px 24px 20px' } } },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
      MuiSnackbarContent: {
        styleOverrides: {
          root: {
            background: t.ink,
            color: t.raised,
            fontSize: 13,
            borderRadius: 3,
            boxShadow: '0 4px 16px rgb(0 0 0 / 24%)',
            maxWidth: 560,
          },
          action: { '& .MuiButton-root': { color: t.raised } },
        },
      },
      MuiCheckbox: {
        defaultProps: { disableRipple: true, size: 'small' },
        styleOverrides: {
          root: {
            padding: 4,
            color: t.graphite,
            '&.Mui-checked': { color: t.teal },
            '&.Mui-focusVisible': { outline: `2px solid ${t.ink}` },
          },
        },
      },
      MuiTooltip: {
        styleOverrides: { tooltip: { background: t.ink, color: t.raised, fontSize: 12, borderRadius: 3 } },
      },
      MuiPopper: { defaultProps: { disablePortal: false } },
      MuiAutocomplete: {
        styleOverrides: {
          paper: { ...line, boxShadow: '0 8px 24px rgb(0 0 0 / 20%)' },
          listbox: { maxHeight: 420, padding: 0 },
          option: { minHeight: 28, fontSize: 13 },
        },
      },
    },
  });
}

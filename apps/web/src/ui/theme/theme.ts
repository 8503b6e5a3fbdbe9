import { createTheme } from '@mui/material/styles';

/** MUI's parts in our own clothes: paper, ink, hairlines; nothing raised, nothing rounded. Colours stand in ledger.css. */
export const theme = createTheme({
  cssVariables: true,
  shape: { borderRadius: 2 },
  typography: {
    fontFamily: 'var(--sans)',
    fontSize: 13,
    htmlFontSize: 15,
    button: { textTransform: 'none', fontWeight: 600 },
  },
  palette: {
    primary: { main: '#1d5c4d' },
    error: { main: '#9a3526' },
    text: { primary: '#1e2a32', secondary: '#5a6770' },
    background: { default: '#f3eee3', paper: '#fffdf8' },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      styleOverrides: {
        root: {
          padding: '5px 14px',
          fontSize: 13,
          '&.Mui-focusVisible': { outline: '2px solid var(--green)', outlineOffset: 2 },
        },
        contained: {
          background: 'var(--green)',
          color: 'var(--on-green)',
          '&:hover': { background: 'var(--green)', filter: 'brightness(1.12)' },
          '&.Mui-disabled': { background: 'var(--rule)', color: 'var(--soft)' },
        },
        outlined: {
          borderColor: 'var(--soft)',
          color: 'var(--ink)',
          '&:hover': { borderColor: 'var(--ink)', background: 'var(--wash)' },
        },
      },
    },
    MuiTextField: {
      defaultProps: {
        variant: 'standard',
        size: 'small',
        fullWidth: true,
        slotProps: { inputLabel: { shrink: true } },
      },
    },
    MuiInputBase: {
      styleOverrides: {
        root: { color: 'var(--ink)' },
        input: { '&::placeholder': { color: 'var(--soft)', opacity: 0.85 } },
      },
    },
    MuiInput: {
      styleOverrides: {
        root: {
          fontSize: 13.5,
          color: 'var(--ink)',
          '&:before': { borderColor: 'var(--ink)' },
          '&:after': { borderColor: 'var(--green)' },
          '&.Mui-error:before': { borderColor: 'var(--brick)' },
        },
        input: { padding: '3px 0 4px' },
      },
    },
    MuiInputLabel: {
      styleOverrides: {
        root: {
          color: 'var(--soft)',
          fontSize: 15,
          '&.Mui-focused': { color: 'var(--green)' },
          '&.Mui-error': { color: 'var(--brick)' },
        },
      },
    },
    MuiFormHelperText: {
      styleOverrides: {
        root: { fontSize: 11.5, marginTop: 2, color: 'var(--soft)', '&.Mui-error': { color: 'var(--brick)' } },
      },
    },
    MuiFormControlLabel: { styleOverrides: { label: { fontSize: 13.5 } } },
    MuiSelect: { defaultProps: { displayEmpty: true }, styleOverrides: { icon: { color: 'var(--soft)' } } },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: {
        root: {
          background: 'var(--sheet)',
          color: 'var(--ink)',
          border: '1px solid var(--soft)',
          backgroundImage: 'none',
        },
      },
    },
    MuiDialog: { styleOverrides: { paper: { padding: '8px 4px', maxWidth: 560 } } },
    MuiDialogTitle: {
      styleOverrides: { root: { fontFamily: 'var(--serif)', fontWeight: 650, fontSize: 18, paddingBottom: 4 } },
    },
    MuiMenuItem: {
      styleOverrides: {
        root: {
          fontSize: 13,
          minHeight: 28,
          paddingTop: 3,
          paddingBottom: 3,
          '&.Mui-selected': { background: 'var(--wash)' },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        option: {
          fontSize: 13,
          padding: '3px 10px !important',
          minHeight: '28px !important',
          '&.Mui-focused': { background: 'var(--wash) !important' },
        },
        noOptions: { fontSize: 13, padding: '6px 10px', color: 'var(--soft)' },
      },
    },
  },
});

import { extendTheme } from '@mui/material/styles';

/**
 * The tokens, once, in light and in dark. A style sheet reads them as variables: `--palette-text-primary` is ink,
 * `--palette-divider` a rule, `--palette-background-paper` a sheet, `--palette-action-hover` the wash of what is chosen.
 */
const light = {
  primary: { main: '#1d5c4d', contrastText: '#fffdf8' },
  error: { main: '#9a3526' },
  warning: { main: '#8f6215' },
  text: { primary: '#1e2a32', secondary: '#5a6770' },
  background: { default: '#f3eee3', paper: '#fffdf8' },
  divider: '#ddd5c4',
  action: { hover: '#edf3ee' },
};
const dark: typeof light = {
  primary: { main: '#7fc7b2', contrastText: '#12211d' },
  error: { main: '#ee9484' },
  warning: { main: '#dcae5c' },
  text: { primary: '#ebe6da', secondary: '#a9b2b6' },
  background: { default: '#171d21', paper: '#1f272c' },
  divider: '#3b464c',
  action: { hover: '#26352f' },
};

const ink = 'var(--palette-text-primary)';
const soft = 'var(--palette-text-secondary)';
const wash = 'var(--palette-action-hover)';

/** MUI's parts on paper: hairlines, nothing raised, nothing rounded. */
export const theme = extendTheme({
  cssVarPrefix: '',
  colorSchemeSelector: 'data-colours',
  colorSchemes: { light: { palette: light }, dark: { palette: dark } },
  shape: { borderRadius: 2 },
  typography: {
    fontFamily: 'var(--sans)',
    fontSize: 13,
    htmlFontSize: 15,
    button: { textTransform: 'none', fontWeight: 600 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      styleOverrides: {
        root: {
          padding: '5px 14px',
          fontSize: 13,
          '&.Mui-focusVisible': { outline: '2px solid var(--palette-primary-main)', outlineOffset: 2 },
          '@media print': { display: 'none' },
        },
        contained: {
          '&:hover': { background: 'var(--palette-primary-main)', filter: 'brightness(1.12)' },
          '&.Mui-disabled': { background: 'var(--palette-divider)', color: soft },
        },
        outlined: { borderColor: soft, color: ink, '&:hover': { borderColor: ink, background: wash } },
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
    MuiInputBase: { styleOverrides: { input: { '&::placeholder': { color: soft, opacity: 0.85 } } } },
    MuiInput: {
      styleOverrides: {
        root: { fontSize: 13.5, '&:before': { borderColor: ink } },
        input: { padding: '3px 0 4px' },
      },
    },
    MuiInputLabel: { styleOverrides: { root: { fontSize: 15 } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: 11.5, marginTop: 2 } } },
    MuiFormControlLabel: { styleOverrides: { label: { fontSize: 13.5 } } },
    MuiSelect: { defaultProps: { displayEmpty: true }, styleOverrides: { icon: { color: soft } } },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { border: `1px solid ${soft}`, backgroundImage: 'none' } },
    },
    MuiPopover: { defaultProps: { elevation: 0 } },
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
          '&.Mui-selected': { background: wash },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        option: {
          fontSize: 13,
          padding: '3px 10px !important',
          minHeight: '28px !important',
          '&.Mui-focused': { background: `${wash} !important` },
        },
        listbox: { maxHeight: 260 },
        noOptions: { fontSize: 13, padding: '6px 10px', color: soft },
      },
    },
  },
});

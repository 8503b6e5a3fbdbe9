import { GlobalStyles, StyledEngineProvider } from '@mui/material';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { theme } from './theme.js';

/** On paper the light tokens hold, whatever the screen shows. */
const onPaper = Object.values(
  theme.generateStyleSheets().find((rules) => Object.keys(rules)[0]?.includes('light')) ?? {},
)[0];

/** Gives everything in it the look of the product, in light or dark: as the computer is set until the person says. */
export function Look({ children }: { children: ReactNode }) {
  return (
    <StyledEngineProvider enableCssLayer>
      {/* from the weakest on; a style sheet beside a component of a feature is in no layer and so stronger than all */}
      <GlobalStyles styles="@layer base, mui, ui;" />
      <ThemeProvider theme={theme} modeStorageKey="just-ledger.colours" noSsr disableTransitionOnChange>
        <GlobalStyles styles={{ '@media print': { ':root:root': onPaper } }} />
        {children}
      </ThemeProvider>
    </StyledEngineProvider>
  );
}

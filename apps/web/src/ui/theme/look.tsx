import { __unsafe_useEmotionCache } from '@emotion/react';
import { GlobalStyles, StyledEngineProvider } from '@mui/material';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { theme } from './theme.js';

/** On paper the light tokens hold, whatever the screen shows. */
const onPaper = Object.values(
  theme.generateStyleSheets().find((rules) => Object.keys(rules)[0]?.includes('light')) ?? {},
)[0];

/** The word by which the page names the styles that are its own. */
const NONCE = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce;

/** Names the styles that components bring along as the page's own, before the first of them is written. */
function OwnStyles({ children }: { children: ReactNode }) {
  const cache = __unsafe_useEmotionCache();
  if (cache && NONCE !== undefined) cache.sheet.nonce = NONCE;
  return children;
}

/** Gives everything in it the look of the product, in light or dark: as the computer is set until the person says. */
export function Look({ children }: { children: ReactNode }) {
  return (
    <StyledEngineProvider enableCssLayer>
      <OwnStyles>
        {/* from the weakest on; a style sheet beside a component of a feature is in no layer and so stronger than all */}
        <GlobalStyles styles="@layer base, mui, ui;" />
        <ThemeProvider theme={theme} modeStorageKey="just-ledger.colours" noSsr>
          <GlobalStyles styles={{ '@media print': { ':root:root': onPaper } }} />
          {children}
        </ThemeProvider>
      </OwnStyles>
    </StyledEngineProvider>
  );
}

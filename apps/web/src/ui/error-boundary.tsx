import { QueryErrorResetBoundary } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { ErrorBoundary as Boundary, type FallbackProps } from 'react-error-boundary';
import notice from './notice.module.css';
import sheetStyles from './sheet.module.css';

/** Keeps a sheet's failure on that sheet, with a way to try again. */
export function ErrorBoundary({ children }: { children: ReactNode }) {
  return (
    <QueryErrorResetBoundary>
      {({ reset }) => (
        <Boundary FallbackComponent={Failure} onReset={reset}>
          {children}
        </Boundary>
      )}
    </QueryErrorResetBoundary>
  );
}

function Failure({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <section data-sheet className={sheetStyles.sheet} aria-label="Error">
      <div className={notice.error} role="alert">
        {error instanceof Error ? error.message : 'Something went wrong.'}
      </div>
      <div>
        <button className="act" type="button" onClick={resetErrorBoundary}>
          Try again
        </button>
      </div>
    </section>
  );
}

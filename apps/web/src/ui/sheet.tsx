import { RequestRefused } from '../api/request.js';
import { clsx } from 'clsx';
import { type ComponentProps, type ReactNode, Suspense, useRef } from 'react';
import { ErrorBoundary } from './error-boundary.js';
import layout from './layout.module.css';
import notice from './notice.module.css';
import sheetStyles from './sheet.module.css';
import { useLostFocus } from './use-lost-focus.js';

/** A sheet on the desk: title, remarks beside it, content, and what can be done at its foot. */
export function Sheet({
  title,
  aside,
  tools,
  foot,
  children,
  label,
}: {
  title?: ReactNode;
  aside?: ReactNode;
  tools?: ReactNode;
  foot?: ReactNode;
  label?: string;
  children: ReactNode;
}) {
  const section = useRef<HTMLElement>(null);
  useLostFocus(section);
  return (
    <section
      ref={section}
      data-sheet
      className={sheetStyles.sheet}
      aria-label={label ?? (typeof title === 'string' ? title : undefined)}
      tabIndex={-1}
    >
      {title !== undefined && (
        <div className={sheetStyles.top}>
          <div className={layout.row}>
            <h1>{title}</h1>
            <span className="soft">{aside}</span>
          </div>
          {tools && <div className={clsx(sheetStyles.tools, layout.row, 'small')}>{tools}</div>}
        </div>
      )}
      {children}
      {foot && <div className={sheetStyles.foot}>{foot}</div>}
    </section>
  );
}

/** Sheets beside one another: a list, and what is chosen of it. */
export function Panes({ children, ...rest }: ComponentProps<'div'>) {
  return (
    <div className={sheetStyles.panes} {...rest}>
      {children}
    </div>
  );
}

/**
 * A place for a sheet: shows its empty lines while it loads and says what went wrong if it fails.
 *
 * @param narrow beside a sheet that is worked on
 * @param ofPaper wide enough to read a paper in
 */
export function Pane({
  narrow = false,
  ofPaper = false,
  children,
}: {
  narrow?: boolean;
  ofPaper?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={clsx(sheetStyles.pane, narrow && sheetStyles.narrow, ofPaper && sheetStyles.ofPaper)}>
      <ErrorBoundary>
        <Suspense
          fallback={
            <section data-sheet className={sheetStyles.sheet} aria-busy="true">
              <span className="visually-hidden">Loading</span>
              <div className={sheetStyles.linesLoading} />
            </section>
          }
        >
          {children}
        </Suspense>
      </ErrorBoundary>
    </div>
  );
}

/** What belongs here while there is nothing, and the first step. */
export function Empty({ children }: { children: ReactNode }) {
  return <div className={clsx(sheetStyles.empty, layout.stack)}>{children}</div>;
}

/** What went wrong, where, and what to do. */
export function ErrorMessage({ error }: { error: Error | null | undefined }) {
  if (!error) return null;
  const problems = error instanceof RequestRefused ? error.details.problems : [];
  const rows = problems.map((problem) => {
    const row = /^rows\.(\d+)(?:\.(.+))?/.exec(problem.path);
    return row ? `Row ${row[1]}${row[2] ? `, ${row[2]}` : ''}: ${problem.message}` : problem.message;
  });
  return (
    <div className={notice.error} role="alert">
      {rows.length === 0
        ? error.message
        : [...new Set(rows)].slice(0, 12).map((message) => <div key={message}>{message}</div>)}
      {rows.length > 12 && <div>… and {rows.length - 12} more.</div>}
    </div>
  );
}

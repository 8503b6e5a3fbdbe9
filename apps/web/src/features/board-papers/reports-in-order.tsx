import type { KeptReportResponse } from '@just-ledger/contract';
import { RELATIVE_SPANS } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useRef } from 'react';
import { ChoiceField } from '../../ui/choice-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import styles from './board-papers.module.css';

const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowDown: 1, ArrowUp: -1 };

/** Kept reports in the order in which they are printed: moved by key or button, added from those that are left. */
export function ReportsInOrder({
  kept,
  reports,
  onChange,
}: {
  kept: readonly KeptReportResponse[];
  reports: readonly number[];
  onChange: (reports: readonly number[]) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  const left = kept.filter(({ id }) => !reports.includes(id));
  const focus = (id: number | undefined): void => {
    // once it stands where it was moved to
    requestAnimationFrame(() => list.current?.querySelector<HTMLElement>(`[data-report="${id}"]`)?.focus());
  };
  const move = (index: number, step: 1 | -1): void => {
    const [own, other] = [reports[index], reports[index + step]];
    if (own === undefined || other === undefined) return;
    onChange(reports.map((id, position) => (position === index ? other : position === index + step ? own : id)));
    focus(own);
  };
  const takeOut = (index: number): void => {
    onChange(reports.filter((_, position) => position !== index));
    focus(reports[index + 1] ?? reports[index - 1]);
  };
  const keys = (event: KeyboardEvent<HTMLElement>, index: number): void => {
    const step = STEPS[event.key];
    if (event.key === 'Delete') takeOut(index);
    else if (step && event.altKey) move(index, step);
    else if (step) focus(reports[index + step]);
    else return;
    event.preventDefault();
  };
  return (
    <div className={formStyles.wide}>
      <p className="soft small" id="reports-in-order">
        Reports, in order
      </p>
      <ol ref={list} className={clsx(layout.plainList, styles.order)} aria-labelledby="reports-in-order">
        {reports.map((id, index) => {
          const report = kept.find((keptReport) => keptReport.id === id);
          return (
            <li key={id}>
              <span
                className={styles.report}
                data-report={id}
                // the keys work on the report itself
                tabIndex={0}
                onKeyDown={(event) => keys(event, index)}
              >
                {report?.name ?? 'not kept any more'}
                <span className="soft small"> {report?.span ? RELATIVE_SPANS[report.span] : ''}</span>
              </span>
              <button
                type="button"
                className="act small"
                disabled={index === 0}
                aria-label={`${report?.name} up`}
                onClick={() => move(index, -1)}
              >
                up
              </button>
              <button
                type="button"
                className="act small"
                disabled={index === reports.length - 1}
                aria-label={`${report?.name} down`}
                onClick={() => move(index, 1)}
              >
                down
              </button>
              <button
                type="button"
                className="act small"
                aria-label={`Take ${report?.name} out`}
                onClick={() => takeOut(index)}
              >
                out
              </button>
            </li>
          );
        })}
      </ol>
      {left.length > 0 ? (
        <ChoiceField
          value=""
          displayEmpty
          ariaLabel="Add a report"
          className={styles.add}
          choices={[['', 'Add a report'], ...left.map(({ id, name }) => [String(id), name] as const)]}
          onChange={(id) => id && onChange([...reports, Number(id)])}
        />
      ) : (
        reports.length === 0 && (
          <p className="soft small">No report is kept for everybody yet: open one and choose “Keep this report”.</p>
        )
      )}
    </div>
  );
}

import type { KeptReportResponse } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { keptReportsQuery, requestOfKept, useDropKeptReport, useKeepReport } from '../../api/kept-report-queries.js';
import { walkAmong } from '../../ui/focused.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import ruled from '../../ui/ruled.module.css';
import { Empty, ErrorMessage, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { KeptReportForm } from './kept-report-form.js';
import { KeptReportRow } from './kept-report-row.js';

/** Reports with their settings under a name, opened again with the days of today. */
export default function KeptReportsScreen() {
  const { organisation, may } = useBooks();
  const { data: all } = useSuspenseQuery(keptReportsQuery(organisation.id));
  const [chosen, choose] = useSheetParam('report');
  const [dropped, setDropped] = useState<KeptReportResponse>();
  const drop = useDropKeptReport(organisation.id);
  const again = useKeepReport(organisation.id, undefined);
  const keptReport = all.find(({ id }) => String(id) === chosen);
  const mayChange = ({ shared }: KeptReportResponse): boolean => !shared || may('shareReports');
  return (
    <Panes>
      <Pane>
        <Sheet title="Kept reports" aside={all.length > 0 && 'opened with the days of today'}>
          {dropped && (
            <p className={notice.done} role="status">
              “{dropped.name}” is kept no longer.{' '}
              <button
                type="button"
                className="act"
                disabled={again.isPending}
                onClick={() => again.mutate(requestOfKept(dropped), { onSuccess: () => setDropped(undefined) })}
              >
                Keep it again
              </button>
            </p>
          )}
          <ErrorMessage error={drop.error ?? again.error} />
          {all.length === 0 ? (
            <Empty>
              <p>
                A report that is drawn again and again is kept under a name, with its columns and everything else that
                was chosen. Its days go on with time: last month, the year to date, the last closed year.
              </p>
              <p>Open a report and choose “Keep this report” over it.</p>
            </Empty>
          ) : (
            <table className={clsx(ruled.table, ruled.lines)} onKeyDown={(event) => walkAmong(event, '[data-kept]')}>
              <thead>
                <tr>
                  <th>Name</th>
                  <th>Days</th>
                  <th>For</th>
                  <th>
                    <span className="visually-hidden">What can be done</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {all.map((kept) => (
                  <KeptReportRow
                    key={kept.id}
                    kept={kept}
                    isChosen={kept === keptReport}
                    onChange={mayChange(kept) ? () => choose(String(kept.id)) : undefined}
                    onRemove={() =>
                      drop.mutate(kept, {
                        onSuccess: () => {
                          setDropped(kept);
                          if (kept === keptReport) choose(undefined);
                        },
                      })
                    }
                  />
                ))}
              </tbody>
            </table>
          )}
        </Sheet>
      </Pane>
      {keptReport && mayChange(keptReport) && (
        <Pane narrow>
          <Sheet title={keptReport.name}>
            <KeptReportForm
              key={keptReport.id}
              kept={keptReport}
              screen={keptReport.screen}
              settings={keptReport.settings}
              from={keptReport.from}
              to={keptReport.to}
              onKept={() => choose(undefined)}
              foot={({ isPending }) => (
                <div className={clsx(formStyles.wide, layout.row)}>
                  <Button type="submit" variant="contained" disabled={isPending}>
                    Save
                  </Button>
                  <Button variant="outlined" onClick={() => choose(undefined)}>
                    Cancel
                  </Button>
                </div>
              )}
            />
          </Sheet>
        </Pane>
      )}
    </Panes>
  );
}

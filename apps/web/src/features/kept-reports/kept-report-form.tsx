import { KeptReportRequest, type KeptReportResponse, type ReportSettingRequest } from '@just-ledger/contract';
import { isRelativeSpan } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { useKeepReport } from '../../api/kept-report-queries.js';
import formStyles from '../../ui/form.module.css';
import { type FormState, RequestForm } from '../../ui/request-form.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { KeptReportFields } from './kept-report-fields.js';
import { spanOfDays } from './report-settings.js';

/** Keeps a report under a name: a new one, or one that is kept already. */
export function KeptReportForm({
  kept: opened,
  screen,
  settings,
  from,
  to,
  onKept,
  foot,
}: {
  kept?: KeptReportResponse | undefined;
  screen: string;
  settings: readonly ReportSettingRequest[];
  from: string | null;
  to: string | null;
  onKept: (id: number) => void;
  foot: (state: FormState) => ReactNode;
}) {
  const { organisation, calendar, today, may } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: kept } = lookedAt;
  const keep = useKeepReport(organisation.id, kept);
  const shown = from && to ? spanOfDays(calendar, today, { from, to }) : undefined;
  return (
    <RequestForm
      of={KeptReportRequest}
      label={kept ? `Change ${kept.name}` : 'Keep this report'}
      className={formStyles.particulars}
      values={{
        name: kept?.name ?? '',
        days: kept ? (kept.span ?? 'these') : (shown ?? 'these'),
        whose: (kept ? kept.shared : may('shareReports')) ? 'everybody' : 'me',
      }}
      lookedAt={lookedAt}
      toRequest={({ name, days, whose }): KeptReportRequest =>
        Object.assign(new KeptReportRequest(), {
          name,
          screen,
          settings: [...settings],
          shared: whose === 'everybody',
          ...(isRelativeSpan(days) ? { span: days } : { ...(from && { from }), ...(to && { to }) }),
          ...(kept && { version: kept.version }),
        })
      }
      send={async (request) => onKept((await keep.mutateAsync(request)).id)}
      foot={foot}
    >
      <KeptReportFields from={from} to={to} />
    </RequestForm>
  );
}

import { paths, withQuery } from '@just-ledger/contract';
import { fiscalYearOf, longDate, parseCivilDate, seenRows, shortDate } from '@just-ledger/core';
import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { toldFindingsQuery } from '../../api/finding-queries.js';
import { worksheetQuery } from '../../api/trial-balance-queries.js';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { useEntryAtHand } from '../journal/entry-at-hand.js';
import { AdjustingEntries } from './adjusting-entries.js';
import { useWorksheetParams } from './use-worksheet-params.js';
import { WorksheetChoices } from './worksheet-choices.js';
import { shownColumns } from './worksheet-columns.js';
import { WorksheetTable } from './worksheet-table.js';
import { worksheetView } from './worksheet-view.js';

/** The trial balance in its stages and as a worksheet; what is typed on the other sheet moves it. */
export default function TrialBalanceScreen({ slot }: ScreenProps) {
  const { organisation, currency, calendar, from, to } = useBooks();
  const yearStart = fiscalYearOf(calendar, to).first;
  const params = useWorksheetParams({ slot });
  const { zeros, asKnownOn, againstDate, value, breakdown } = params;
  const asked = {
    asAt: to,
    adjustmentsFrom: from,
    zeros: zeros ? 'true' : undefined,
    asKnownOn,
    against: againstDate,
    breakdown,
    value: value || undefined,
    unnamed: value === '' ? 'true' : undefined,
  };
  const { data: response } = useSuspenseQuery(worksheetQuery(organisation.id, asked));
  const { data: found } = useQuery(toldFindingsQuery(organisation.id, from, to));
  const marked = new Set(
    found?.findings.flatMap(({ account, state }) => (account && state === 'open' ? [account] : [])),
  );
  const typing = useEntryAtHand(organisation.id);
  const { data: accounts = [] } = useQuery({ ...accountsQuery(organisation.id, to), enabled: typing !== undefined });
  const view = useMemo(
    () =>
      worksheetView(
        response,
        value === undefined && breakdown === '' ? typing : undefined,
        accounts,
        zeros,
        currency,
        yearStart,
      ),
    [response, typing, accounts, zeros, currency, value, breakdown, yearStart],
  );
  const columns = shownColumns(
    params.columns,
    response.against ? shortDate(parseCivilDate(response.against)) : undefined,
  );
  const printed = {
    ...asked,
    show: columns.map(({ column }) => column).join(','),
    ...(params.headings !== 'none' && { headings: params.headings, turned: [...params.turned].join(' ') }),
  };
  const rows = seenRows(view.rows, params.headings, params.turned);
  const dates = [
    `as at ${longDate(parseCivilDate(to))}`,
    ...(asKnownOn ? [`as known on ${longDate(parseCivilDate(asKnownOn))}`] : []),
    ...(value === undefined ? [] : [value === '' ? `no ${breakdown} named` : `${breakdown}: ${value}`]),
  ].join(', ');
  return (
    <Sheet
      title="Trial balance"
      aside={dates}
      tools={
        <>
          <span className="soft">Save as</span>
          <a className="act" href={withQuery(paths.worksheetWorkbook(organisation.id), printed)} download>
            XLSX
          </a>
          <a
            className="act"
            href={withQuery(paths.worksheetCsv(organisation.id), asked)}
            download={`trial-balance-${to}.csv`}
          >
            CSV
          </a>
          <PrintedFile href={withQuery(paths.worksheetPdf(organisation.id), printed)} />
        </>
      }
    >
      <WorksheetChoices params={params} />
      {view.rows.length === 0 ? (
        <Empty>
          <p>
            {response.note ??
              'No account has a balance at this date. Post entries, or choose a later date at the left.'}
          </p>
        </Empty>
      ) : (
        <>
          {response.note && <p className="soft">{response.note}</p>}
          <WorksheetTable
            view={view}
            rows={rows}
            columns={columns}
            within={{ breakdown, value: value ?? '' }}
            marked={marked}
            onFold={params.turn}
          />
          <AdjustingEntries response={response} isClosedShown={params.columns.has('postClosing')} />
        </>
      )}
    </Sheet>
  );
}

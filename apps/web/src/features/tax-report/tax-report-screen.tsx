import { paths, type TaxReportResponse, withQuery } from '@just-ledger/contract';
import { parseCivilDate, spanLine, type TaxPeriodLength, taxPeriodOf } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { taxReportQuery } from '../../api/tax-report-queries.js';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Pane, Panes, Sheet } from '../../ui/sheet.js';
import { TaxAccounts } from './tax-accounts.js';
import { TaxEntries } from './tax-entries.js';
import { TaxPeriodChoice } from './tax-period-choice.js';
import { TaxTable } from './tax-table.js';
import { rowKey } from './tax-words.js';

/** The tax of a period, code by code; beside it the accounts that hold it and its settlement, or the entries of a row. */
export default function TaxReportScreen({ slot }: ScreenProps) {
  const { organisation, calendar, from: first, to: last } = useBooks();
  const [given, setLength] = useSheetParam('period', slot);
  const [row, setRow] = useSheetParam('row', slot);
  const length = given === 'month' || given === 'span' ? given : 'quarter';
  const { from, to } =
    length === 'span' ? { from: first, to: last } : taxPeriodOf(calendar, length satisfies TaxPeriodLength, last);
  const { data: report } = useSuspenseQuery(taxReportQuery(organisation.id, from, to));
  const dates = spanLine(calendar, parseCivilDate(from), parseCivilDate(to));
  const chosen = rowOf(row, report);
  return (
    <Panes>
      <Pane>
        <Sheet
          title="Tax"
          aside={dates}
          tools={
            <>
              <span className="soft">Save as</span>
              <a className="act" href={withQuery(paths.taxReportWorkbook(organisation.id), { from, to })} download>
                XLSX
              </a>
              <a
                className="act"
                href={withQuery(paths.taxReportCsv(organisation.id), { from, to })}
                download={`tax-${from}-${to}.csv`}
              >
                CSV
              </a>
              <PrintedFile href={withQuery(paths.taxReportPdf(organisation.id), { from, to })} />
            </>
          }
        >
          <TaxPeriodChoice
            period={{ from, to }}
            length={length}
            onLength={(chosen) => setLength(chosen === 'quarter' ? undefined : chosen)}
          />
          <TaxTable report={report} chosen={row} onChoose={(key) => setRow(key === row ? undefined : key)} />
        </Sheet>
      </Pane>
      <Pane narrow>
        {chosen ? (
          <TaxEntries row={{ from, to, ...chosen }} onClose={() => setRow(undefined)} />
        ) : (
          <TaxAccounts report={report} />
        )}
      </Pane>
    </Panes>
  );
}

/** The row that an address names, if the report has it. */
function rowOf(key: string, { groups }: TaxReportResponse) {
  for (const { group, rows } of groups) {
    const row = rows.find(({ code, rate }) => rowKey(group, code, rate) === key);
    if (row) return { group, code: row.code, rate: row.rate };
  }
  return undefined;
}

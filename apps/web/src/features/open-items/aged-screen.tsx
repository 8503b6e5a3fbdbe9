import { paths, withQuery } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { useSuspenseInfiniteQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { agedBalancesQuery } from '../../api/open-item-queries.js';
import layout from '../../ui/layout.module.css';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { Choices } from '../../ui/choices.js';
import { Toggle } from '../../ui/toggle.js';
import { AgedTable } from './aged-table.js';
import { useDocuments } from './use-documents.js';

/** What is owed to the organisation, or by it, by contact and age; the total is that of the control account. */
export default function AgedScreen({ slot }: ScreenProps) {
  const { organisation, to } = useBooks();
  const [given, setLedger] = useSheetParam('ledger', slot);
  const [whose, setWhose] = useSheetParam('documents', slot);
  const ledger = given === 'payables' ? 'payables' : 'receivables';
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useSuspenseInfiniteQuery(
    agedBalancesQuery(organisation.id, ledger, to),
  );
  const documents = useDocuments(ledger, whose);
  const [first] = data.pages;
  if (!first) return null;
  const whom = ledger === 'receivables' ? 'owed by customers' : 'owed to suppliers';
  const asked = { ledger, asAt: to, documents: whose === 'all' ? 'true' : undefined };
  const dates = `as at ${longDate(parseCivilDate(first.asAt))}`;
  return (
    <Sheet
      title="Aged balances"
      aside={`${whom}, ${dates}`}
      tools={
        <>
          <span className="soft">Save as</span>
          <a className="act" href={withQuery(paths.agedBalancesWorkbook(organisation.id), asked)} download>
            XLSX
          </a>
          <a
            className="act"
            href={withQuery(paths.agedBalancesCsv(organisation.id), { ledger, asAt: to })}
            download={`aged-${ledger}.csv`}
          >
            CSV
          </a>
          <PrintedFile href={withQuery(paths.agedBalancesPdf(organisation.id), asked)} />
        </>
      }
    >
      <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small')}>
        <Choices
          value={ledger}
          choices={[
            ['receivables', 'Customers'],
            ['payables', 'Suppliers'],
          ]}
          onChoose={(chosen) => setLedger(chosen === 'receivables' ? undefined : chosen)}
        />
        <Toggle isOn={whose === 'all'} onClick={() => setWhose(whose === 'all' ? undefined : 'all')}>
          Each document
        </Toggle>
      </div>
      <ErrorMessage error={documents.error} />
      {first.contacts.length === 0 ? (
        <Empty>
          <p>
            Nothing is open at this date. Documents come in by taking on balances, or by entries on a control account.
          </p>
        </Empty>
      ) : (
        <AgedTable
          sums={first}
          contacts={data.pages.flatMap(({ contacts }) => contacts)}
          documents={documents}
          onToggle={whose === 'all' ? undefined : (contact) => setWhose(whose === contact ? undefined : contact)}
        />
      )}
      {hasNextPage && (
        <p className={layout.aboveClose}>
          <button className="act" type="button" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {isFetchingNextPage ? 'Reading …' : 'Further contacts'}
          </button>
        </p>
      )}
    </Sheet>
  );
}

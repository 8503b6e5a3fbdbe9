import type { AccountLedgerResponse, LedgerRowResponse, LedgerSumsResponse } from '@just-ledger/contract';
import { shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { VirtualList } from '../../ui/virtual-list.js';
import { EntryDetail } from '../journal/entry-detail.js';
import styles from './ledger-list.module.css';
import { LedgerHeads, LedgerRow, LedgerSum } from './ledger-row.js';

/** A line as it stands in a list. */
export interface ListedLine {
  readonly key: string;
  readonly row: LedgerRowResponse;
  /** Which lines it cancels with, where that is looked at. */
  readonly group?: number | undefined;
}

/** The lines of a ledger, from what was brought forward to the balance at the end; each opens its entry in its place. */
export function LedgerList({
  ledger,
  sums,
  lines,
  isFiltered,
  open,
  setOpen,
  more,
}: {
  /** Its first page, which has what holds for all of it. */
  ledger: AccountLedgerResponse;
  sums: LedgerSumsResponse | undefined;
  lines: readonly ListedLine[];
  isFiltered: boolean;
  open: string;
  setOpen: (key: string | undefined) => void;
  more: (() => void) | undefined;
}) {
  const { to } = useBooks();
  const foreign = ledger.currency;
  return (
    <>
      <div className={styles.around}>
        <LedgerHeads foreign={foreign} hasBalance={!isFiltered} />
        {!isFiltered && (
          <LedgerSum
            date={ledger.from}
            text="brought forward"
            balance={ledger.broughtForward}
            foreign={foreign}
            foreignBalance={ledger.foreignBroughtForward}
          />
        )}
      </div>
      <VirtualList
        items={lines}
        keyOf={({ key }) => key}
        label="Lines"
        rowClass={({ key }) => clsx(styles.item, key === open && styles.open)}
        inSight={open}
        onEnd={more}
      >
        {({ key, row, group }) =>
          row.entry ? (
            <>
              <button
                type="button"
                className={clsx('plain', styles.opens)}
                data-key={key}
                aria-expanded={key === open}
                onClick={() => setOpen(key === open ? undefined : key)}
              >
                <LedgerRow row={row} foreign={foreign} group={group} />
              </button>
              {key === open && <OpenedEntry number={row.entry} />}
            </>
          ) : (
            <LedgerRow row={row} foreign={foreign} />
          )
        }
      </VirtualList>
      <div className={styles.around}>
        <LedgerSum
          isEnd
          text={isFiltered ? 'Total of these lines' : `Balance at ${shortDate(to)}`}
          debit={sums?.debit}
          credit={sums?.credit}
          balance={isFiltered ? undefined : ledger.closing}
          foreign={foreign}
          foreignBalance={ledger.foreignClosing}
        />
      </div>
    </>
  );
}

function OpenedEntry({ number }: { number: string }) {
  const { organisation } = useBooks();
  const { data: entry, error } = useQuery(entryQuery(organisation.id, number));
  return entry ? <EntryDetail entry={entry} /> : <ErrorMessage error={error} />;
}

import { ChoiceField } from '../../ui/choice-fields.js';
import { MOST_VOUCHERS, paths, withQuery } from '@just-ledger/contract';
import { ENTRY_KINDS, longDate, shortDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useQuery, useSuspenseInfiniteQuery, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { type JournalFilter, journalQuery, journalSumsQuery } from '../../api/journal-queries.js';
import styles from './journal-screen.module.css';

import { AccountField } from '../../ui/account-field.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import { Printed } from '../../ui/printed.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { readAmountFilter } from './amount-filter.js';
import { EntryList } from './entry-list.js';
import { FindField } from './find-field.js';
import { PrintedJournal, wholeJournal } from './printed-journal.js';

const KINDS = [['', 'any'], ...ENTRY_KINDS.map((kind) => [kind, kind] as const)] as const;

/** The journal: every posted entry of the span, newest first; an entry opens in its place. */
export default function JournalScreen({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const [text, setText] = useSheetParam('text', slot);
  const [account, setAccount] = useSheetParam('account', slot);
  const [kind, setKind] = useSheetParam('kind', slot);
  const [amount, setAmount] = useSheetParam('amount', slot);
  const [open, setOpen] = useSheetParam('entry', slot);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const amounts = readAmountFilter(amount, currency);
  const filter: JournalFilter = {
    from,
    to,
    ...(text && { text }),
    ...(account && { account }),
    ...(kind && { kind }),
    ...amounts,
  };
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    journalQuery(organisation.id, filter),
  );
  const entries = data.pages.flatMap((page) => page.entries);
  const first = data.pages[0];
  // where many entries match, they are added up beside the page
  const { data: summed } = useQuery({ ...journalSumsQuery(organisation.id, filter), enabled: first?.count === null });
  const count = first?.count ?? summed?.count;
  const sums =
    count === undefined
      ? 'being counted'
      : `${count.toLocaleString('en')} ${count === 1 ? 'entry' : 'entries'} · ${shown(first?.amount ?? summed?.amount, currency)} on each side`;
  const isFiltered = text !== '' || account !== '' || kind !== '' || amount !== '';
  const span = from === to ? longDate(to) : `${shortDate(from)} to ${shortDate(to)}`;
  return (
    <Sheet
      title="Journal"
      aside={`${span} · ${sums}`}
      tools={
        <>
          <Allowed needed="preparer">
            <Link className="act" to={address.href('entry')}>
              Write an entry
            </Link>
          </Allowed>
          <Printed
            title="Journal"
            dates={span}
            read={async () => (
              <PrintedJournal entries={await wholeJournal(organisation.id, filter)} currency={currency} />
            )}
          />
          {count !== undefined && count > 0 && count <= MOST_VOUCHERS && (
            <a
              className="act"
              href={withQuery(paths.vouchers(organisation.id), { ...filter })}
              target="_blank"
              rel="noreferrer"
            >
              Vouchers
            </a>
          )}
          <a
            className="act"
            href={withQuery(paths.entriesCsv(organisation.id), { ...filter })}
            download="journal.csv"
          >
            Save as CSV
          </a>
        </>
      }
    >
      <div className={clsx(styles.filters, slot === 'beside' && styles.beside, 'no-print')}>
        <FindField value={text} onChange={setText} />
        <div>
          <label className="small soft" htmlFor={`only-${slot}`}>
            Account
          </label>
          <div id={`only-${slot}`} className={styles.ofAccount}>
            <AccountField
              accounts={accounts.filter((account) => !account.heading)}
              value={account}
              label="Only entries on account"
              placeholder="any"
              onChange={setAccount}
            />
          </div>
        </div>
        <ChoiceField
          label="Kind"
          value={kind}
          onChange={setKind}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          choices={KINDS}
        />
        <TextField
          label="Amount"
          placeholder="any, or 100 to 500"
          value={amount}
          error={amounts === undefined}
          onChange={(event) => setAmount(event.target.value)}
        />
      </div>
      {entries.length === 0 ? (
        <Empty>
          <p>{isFiltered ? 'No entry in this span fits.' : 'Nothing has been posted in this span.'}</p>
          <p>
            {isFiltered ? (
              <button className="act" type="button" onClick={() => address.go('journal')}>
                Show all entries
              </button>
            ) : (
              <Link className="act" to={address.href('entry')}>
                Write the first entry
              </Link>
            )}
          </p>
        </Empty>
      ) : (
        <EntryList
          entries={entries}
          open={open}
          setOpen={setOpen}
          currency={currency}
          more={hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : undefined}
        />
      )}
    </Sheet>
  );
}

import { MOST_PRINTED, MOST_VOUCHERS, paths, withQuery } from '@just-ledger/contract';
import { longDate, shortDate } from '@just-ledger/core';
import { useQuery, useSuspenseInfiniteQuery, useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { journalQuery, journalSumsQuery } from '../../api/journal-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { Choices } from '../../ui/choices.js';
import { onOwnPaper } from '../../ui/own-ways.js';
import { ElsewhereEntry } from './elsewhere-entry.js';
import { EntryList } from './entry-list.js';
import { JournalFilters } from './journal-filters.js';
import { useJournalFilter } from './use-journal-filter.js';

/** The journal: every posted entry of the span, newest first; an entry opens in its place. */
export default function JournalScreen({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const filters = useJournalFilter(slot);
  const { filter, isFiltered } = filters;
  const [open, setOpen] = useSheetParam('entry', slot);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [general, setGeneral] = useSheetParam('form', slot);
  const form = general === 'general' ? 'general' : 'list';
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    journalQuery(organisation.id, filter, form === 'general' ? 'oldest' : 'newest'),
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
  const isFew = (most: number): boolean => count !== undefined && count > 0 && count <= most;
  const span = from === to ? longDate(to) : `${shortDate(from)} to ${shortDate(to)}`;
  return (
    <Sheet
      title="Journal"
      aside={`${span} · ${sums}`}
      tools={
        <>
          <Allowed act="draft">
            <Link className="act" to={address.href('entry')}>
              Write an entry
            </Link>
          </Allowed>
          <Allowed act="importFiles">
            <Link className="act" to={address.href('files', { subject: 'entries' })}>
              From a file
            </Link>
          </Allowed>
          {isFew(MOST_PRINTED) && <PrintedFile href={withQuery(paths.entriesPdf(organisation.id), { ...filter })} />}
          {isFew(MOST_VOUCHERS) && (
            <a
              className="act"
              href={onOwnPaper(withQuery(paths.vouchers(organisation.id), { ...filter }))}
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
          {isFew(MOST_PRINTED) && (
            <a
              className="act"
              href={withQuery(paths.entriesXlsx(organisation.id), { ...filter })}
              download="journal.xlsx"
            >
              XLSX
            </a>
          )}
        </>
      }
    >
      <JournalFilters filters={filters} accounts={accounts} slot={slot}>
        <Choices
          isSmall
          label="How entries are listed"
          value={form}
          choices={[
            ['list', 'List'],
            ['general', 'General journal'],
          ]}
          onChoose={(key) => setGeneral(key === 'list' ? undefined : key)}
        />
      </JournalFilters>
      {open !== '' && !entries.some(({ number }) => number === open) && (
        <ElsewhereEntry number={open} form={form} onClose={() => setOpen(undefined)} />
      )}
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
          form={form}
          open={open}
          setOpen={setOpen}
          currency={currency}
          more={hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : undefined}
        />
      )}
    </Sheet>
  );
}

import { type EntryResponse, paths, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, ENTRY_KINDS, formatAmount, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
import { useSuspenseInfiniteQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { type JournalFilter, journalQuery } from '../../api/journal-queries.js';

import { AccountField } from '../../ui/account-field.js';
import { Allowed } from '../../ui/allowed.js';
import { isInField } from '../../ui/is-in-field.js';
import { shown } from '../../ui/money.js';
import { readTyped } from '../../ui/own-ways.js';
import { Printed } from '../../ui/printed.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { EntryDetail } from './entry-detail.js';
import { PrintedJournal, wholeJournal } from './printed-journal.js';

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
  const worked = readTyped(amount, currency);
  const filter: JournalFilter = {
    from,
    to,
    ...(text && { text }),
    ...(account && { account }),
    ...(kind && { kind }),
    ...(amount && worked.ok && { amount: formatAmount(worked.amount, currency) }),
  };
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    journalQuery(organisation.id, filter),
  );
  const entries = data.pages.flatMap((page) => page.entries);
  const sums = data.pages[0];
  const isFiltered = text !== '' || account !== '' || kind !== '' || amount !== '';
  const span = from === to ? longDate(to) : `${shortDate(from)} to ${shortDate(to)}`;
  return (
    <Sheet
      title="Journal"
      aside={`${span} · ${sums?.count ?? 0} ${sums?.count === 1 ? 'entry' : 'entries'} · ${shown(sums?.amount, currency)} on each side`}
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
      <div
        className="no-print"
        style={{
          display: 'grid',
          gridTemplateColumns: slot === 'beside' ? '1fr 1fr' : '1.2fr 1.4fr 0.8fr 0.8fr',
          gap: 18,
          marginBottom: 10,
        }}
      >
        <FindField value={text} onChange={setText} />
        <div>
          <label className="small soft" htmlFor={`only-${slot}`}>
            Account
          </label>
          <div id={`only-${slot}`} style={{ borderBottom: '1px solid var(--ink)' }}>
            <AccountField
              accounts={accounts.filter((account) => !account.heading)}
              value={account}
              label="Only entries on account"
              placeholder="any"
              onChange={setAccount}
            />
          </div>
        </div>
        <TextField
          select
          label="Kind"
          value={kind}
          onChange={(event) => setKind(event.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">any</MenuItem>
          {ENTRY_KINDS.map((one) => (
            <MenuItem key={one} value={one}>
              {one}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Amount"
          placeholder="any"
          value={amount}
          error={amount !== '' && !worked.ok}
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

/** Finds in texts, numbers and contacts; `/` goes there. */
function FindField({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [typed, setTyped] = useState(value);
  const [known, setKnown] = useState(value);
  if (known !== value) {
    // the address has changed from elsewhere: it wins over what stood here
    setKnown(value);
    setTyped(value);
  }
  useEffect(() => () => clearTimeout(later.current), [value]);
  const find = (text: string): void => {
    setTyped(text);
    clearTimeout(later.current);
    later.current = setTimeout(() => onChange(text), 250);
  };
  useEffect(() => {
    const press = (event: globalThis.KeyboardEvent): void => {
      if (event.key !== '/' || isInField(event.target)) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <TextField
      label="Find"
      placeholder="text, number, contact"
      value={typed}
      inputRef={field}
      onChange={(event) => find(event.target.value)}
    />
  );
}

function EntryList({
  entries,
  open,
  setOpen,
  currency,
  more,
}: {
  entries: readonly EntryResponse[];
  open: string;
  setOpen: (number: string | undefined) => void;
  currency: CurrencyCode;
  more: (() => void) | undefined;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: entries.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 29,
    overscan: 20,
    getItemKey: (at) => entries[at]?.number ?? at,
  });
  const items = virtual.getVirtualItems();
  const lastSeen = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && lastSeen >= entries.length - 15) more();
  }, [lastSeen, entries.length, more]);
  const onKey = (event: KeyboardEvent, at: number): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const next = entries[at + (event.key === 'ArrowDown' ? 1 : -1)];
    if (!next) return;
    virtual.scrollToIndex(at + (event.key === 'ArrowDown' ? 1 : -1));
    setTimeout(() => scroller.current?.querySelector<HTMLElement>(`[data-entry="${next.number}"]`)?.focus());
  };
  return (
    <div
      ref={scroller}
      className="journal-list"
      style={{ overflow: 'auto', flex: 1, minHeight: 120 }}
      role="list"
      aria-label="Entries"
    >
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {items.map((item) => {
          const entry = entries[item.index];
          if (!entry) return null;
          const isOpen = entry.number === open;
          return (
            <div
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              role="listitem"
              style={{
                position: 'absolute',
                top: 0,
                left: 0,
                right: 0,
                transform: `translateY(${item.start}px)`,
                borderBottom: '1px solid var(--rule)',
                background: isOpen ? 'var(--wash)' : undefined,
              }}
            >
              <button
                type="button"
                className="plain journal-row"
                data-entry={entry.number}
                aria-expanded={isOpen}
                onClick={() => setOpen(isOpen ? undefined : entry.number)}
                onKeyDown={(event) => onKey(event, item.index)}
              >
                <span className="nowrap">{shortDate(parseCivilDate(entry.date))}</span>
                <span className="soft nowrap">{entry.number}</span>
                <span className={isOpen ? 'strong' : ''} style={isOpen ? undefined : CLIP}>
                  {entry.explanation}
                </span>
                <span className="soft" style={CLIP}>
                  {fromTo(entry)}
                </span>
                <span className="num">{shown(entry.amount, currency)}</span>
                <span className="soft small" style={CLIP}>
                  {mark(entry)}
                </span>
              </button>
              {isOpen && <EntryDetail entry={entry} />}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const CLIP = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;

/** From which account to which, as the sentence of an entry. */
function fromTo(entry: EntryResponse): string {
  const side = (lines: EntryResponse['lines']): string =>
    lines.length === 1 ? `${lines[0]?.account} ${lines[0]?.accountName}` : `${lines.length} accounts`;
  return `${side(entry.lines.filter((line) => line.credit))} → ${side(entry.lines.filter((line) => line.debit))}`;
}

function mark(entry: EntryResponse): string {
  if (entry.reversedBy) return 'reversed';
  if (entry.kind !== 'ordinary') return entry.kind;
  return entry.source === 'manual' ? '' : entry.source;
}

import type { AccountResponse, DetailItemResponse } from '@just-ledger/contract';
import { type CivilDate, documentKey, dueOn, parseCivilDate, parseTerms, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type Dispatch, useDeferredValue } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { accountDetailQuery } from '../../api/open-item-queries.js';
import { Cell } from '../../ui/cell.js';
import layout from '../../ui/layout.module.css';
import { NamedField } from '../../ui/named-field.js';
import { shown, shownWithSide } from '../../ui/money.js';
import { typedDay, wireInCell } from '../../ui/own-ways.js';
import grid from '../../ui/typed-grid.module.css';
import { describedItem } from './account-things.js';
import { amountsOf, emptyForm, type FormEvent } from './entry-form.js';
import { type FormLine } from './form-line.js';
import { LinePart } from './line-part.js';

const WORDS = { documents: 'document', assets: 'asset', stock: 'item of stock' } as const;

/**
 * What a line belongs to in the detail of its account: a document of its contact, an asset, an item of stock. One that is
 * open fills in what is open of it, on the side that settles it. A row of its own; none where the account has no detail.
 */
export function DocumentCells({
  line,
  at,
  account,
  date,
  wrong,
  dispatch,
}: {
  line: FormLine;
  at: number;
  account: AccountResponse;
  /** The entry's date, from which terms run where the document has no date of its own. */
  date: CivilDate | undefined;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const { organisation, currency, today } = useBooks();
  const isControl = account.control !== null;
  const contact = isControl ? line.contact.trim() : '';
  const typed = useDeferredValue(isControl ? line.document.trim() : '');
  const { data: contacts = [] } = useQuery({ ...contactsQuery(organisation.id), enabled: isControl });
  // of a name that is only half typed nothing is asked
  const isNamed = contacts.some(
    ({ name, number }) => name.toLowerCase() === contact.toLowerCase() || number === contact,
  );
  const { data } = useQuery({
    ...accountDetailQuery(organisation.id, account.number, contact, today, typed),
    enabled: !isControl || isNamed,
    retry: false,
    // what was offered of this contact stays while it is narrowed
    placeholderData: (previous, query) => (query?.queryKey[4] === contact ? previous : undefined),
  });
  const asks = isControl ? 'documents' : data?.of;
  if (!asks) return null;
  const items = data?.items ?? [];
  const known = items.find(({ name }) => isSameDocument(name, line.document));
  const [amount] = amountsOf({ ...emptyForm(''), lines: [line] }, currency);
  const opens = account.control === 'receivables' ? (amount ?? 0) > 0 : (amount ?? 0) < 0;
  const settled = data?.used && isSameDocument(data.used.name, line.document) ? data.used : undefined;
  const terms = contacts.find(
    ({ name, number }) => isSameDocument(name, line.contact) || number === line.contact.trim(),
  )?.terms;
  const from = typedDay(line.documentDate, today) ?? date;
  const read = terms ? parseTerms(terms) : undefined;
  const byTerms = read?.ok && read.value && from ? shortDate(dueOn(read.value, from)) : undefined;
  const openAmount = (item: DetailItemResponse): string =>
    item.currency && item.foreignAmount
      ? `${item.currency} ${shown(item.foreignAmount, item.currency)}`
      : shownWithSide(item.amount, currency);
  const settle = (): void => {
    if (!isControl || !known || line.debit !== '' || line.credit !== '' || line.foreignAmount !== '') return;
    const side = known.amount.startsWith('-') ? 'debit' : 'credit';
    if (known.currency !== null && known.foreignAmount !== null) {
      // in another currency what is open there is settled; the rate of the day makes the amount here
      const own = known.foreignAmount.replace('-', '');
      const foreignAmount = wireInCell(own, known.currency);
      dispatch({ type: 'line', at, change: { currency: known.currency, foreignAmount, settles: side } });
      return;
    }
    dispatch({ type: 'line', at, change: { [side]: wireInCell(known.amount.replace('-', ''), currency) } });
  };
  const field = (key: 'ownNumber' | 'documentDate' | 'dueDate', label: string, word: string, proposed = '') => (
    <>
      <span className="nowrap">{word}</span>{' '}
      <Cell
        label={`${label}, line ${at + 1}`}
        value={line[key]}
        wrong={wrong(key)}
        placeholder={proposed}
        onChange={(typed) => dispatch({ type: 'line', at, change: { [key]: typed } })}
        onBlur={(typed) => {
          const date = key === 'ownNumber' ? undefined : typedDay(typed, today);
          if (date) dispatch({ type: 'line', at, change: { [key]: shortDate(date) } });
        }}
      />
    </>
  );
  return (
    <LinePart index={at}>
      <div className={clsx(grid.cell, layout.row, layout.unwrapped, 'small soft')}>
        <span className="nowrap">{WORDS[asks]}</span>{' '}
        <NamedField
          options={items.map((item) => ({ name: item.name, number: item.name, said: describedItem(item) }))}
          label={`${WORDS[asks].charAt(0).toUpperCase()}${WORDS[asks].slice(1)}, line ${at + 1}`}
          value={line.document}
          wrong={wrong('document')}
          placeholder={data?.count ? `which of ${data.count}?` : 'which?'}
          // a new number may begin as one that is there
          takesFirst={false}
          onChange={(document) => dispatch({ type: 'line', at, change: { document } })}
          onBlur={settle}
        />
        {known && !opens && (
          <span className="nowrap">
            {isControl ? 'open' : 'stands at'} {isControl ? openAmount(known) : shown(known.amount, currency)}
          </span>
        )}
        {isControl && line.document.trim() !== '' && (!known || opens) && (
          <>
            {field('ownNumber', 'Our number', 'ours')}
            {field('documentDate', 'Dated', 'of')}
          </>
        )}
        {isControl && (opens || (line.document.trim() !== '' && !known)) && field('dueDate', 'Due', 'due', byTerms)}
        {isControl && opens && (known ?? settled) && (
          <span className="brass">
            {known ? 'open already' : `used on ${shortDate(parseCivilDate(settled?.date ?? today))}`}: this is another{' '}
            {line.document.trim()}
          </span>
        )}
      </div>
    </LinePart>
  );
}

/** A document's number without regard to case and spaces. */
function isSameDocument(a: string, b: string): boolean {
  return documentKey(a) === documentKey(b);
}

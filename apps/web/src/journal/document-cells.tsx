import type { Dispatch, KeyboardEvent } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { AccountAnswer, DetailItemAnswer } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Cell } from '../fields/cell.js';
import { shown, shownWithSide } from '../fields/money.js';
import { useBooks } from '../frame/books-queries.js';
import { accountDetailQuery } from '../open-items/open-item-queries.js';
import type { FormEvent, FormLine } from './entry-form.js';
import { typedDay } from '../fields/own-ways.js';

/** Whether an account may be made up of things that were taken on one by one. */
export function hasThings({ control, element, role }: AccountAnswer): boolean {
  return control === null && element === 'asset' && role !== 'cash';
}

const WORDS = { documents: 'document', assets: 'asset', stock: 'item of stock' } as const;

/**
 * What a line belongs to in the detail of its account: a document of its contact, an asset, an item of stock. One that is
 * open fills in what is open of it, on the side that settles it. A row of its own; none where the account has no detail.
 */
export function DocumentCells({
  line,
  at,
  account,
  wrongAt,
  dispatch,
  onKeyDown,
}: {
  line: FormLine;
  at: number;
  account: AccountAnswer;
  wrongAt: (row: number, field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
  onKeyDown: (event: KeyboardEvent) => void;
}) {
  const { organisation, currency, today } = useBooks();
  const isControl = account.control !== null;
  const { data } = useQuery({
    ...accountDetailQuery(organisation.id, account.number, isControl ? line.contact.trim() : '', today),
    enabled: !isControl || line.contact.trim() !== '',
    retry: false,
  });
  const of = isControl ? 'documents' : data?.of;
  if (!of) return null;
  const items = data?.items ?? [];
  const list = `detail-${line.key}`;
  const known = items.find(({ name }) => name.toLowerCase() === line.document.trim().toLowerCase());
  const settle = (): void => {
    if (!isControl || !known || line.debit !== '' || line.credit !== '' || line.foreignAmount !== '') return;
    const side = known.amount.startsWith('-') ? 'debit' : 'credit';
    dispatch({ is: 'line', at, change: { [side]: known.amount.replace('-', '') } });
  };
  const field = (key: 'ownNumber' | 'documentDate' | 'dueDate', label: string, word: string) => (
    <>
      <span className="nowrap">{word}</span>{' '}
      <Cell
        label={`${label}, line ${at + 1}`}
        value={line[key]}
        wrong={wrongAt(at, key)}
        onChange={(typed) => dispatch({ is: 'line', at, change: { [key]: typed } })}
        onBlur={(typed) => {
          const date = key === 'ownNumber' ? undefined : typedDay(typed, today);
          if (date) dispatch({ is: 'line', at, change: { [key]: shortDate(date) } });
        }}
        onKeyDown={onKeyDown}
      />
    </>
  );
  return (
    <tr className="part">
      <td colSpan={3}>
        <div className="cell small soft row" style={{ flexWrap: 'nowrap' }}>
          <span className="nowrap">{WORDS[of]}</span>{' '}
          <Cell
            label={`${WORDS[of].charAt(0).toUpperCase()}${WORDS[of].slice(1)}, line ${at + 1}`}
            value={line.document}
            list={list}
            wrong={wrongAt(at, 'document')}
            placeholder={items.length === 0 ? 'which?' : `which of ${items.length}?`}
            onChange={(document) => dispatch({ is: 'line', at, change: { document } })}
            onBlur={settle}
            onKeyDown={onKeyDown}
          />
          <datalist id={list}>
            {items.map((item) => (
              <option key={item.name} value={item.name}>
                {described(item)}
              </option>
            ))}
          </datalist>
          {known ? (
            <span className="nowrap">
              {isControl ? 'open' : 'stands at'}{' '}
              {isControl ? shownWithSide(known.amount, currency) : shown(known.amount, currency)}
            </span>
          ) : (
            isControl &&
            line.document.trim() !== '' && (
              <>
                {field('ownNumber', 'Our number', 'ours')}
                {field('documentDate', 'Dated', 'of')}
                {field('dueDate', 'Due', 'due')}
              </>
            )
          )}
        </div>
      </td>
      <td className="money" />
      <td className="money" />
    </tr>
  );
}

function described({ amount, dueDate }: DetailItemAnswer): string {
  return [amount, dueDate && `due ${shortDate(parseCivilDate(dueDate))}`].filter(Boolean).join(', ');
}

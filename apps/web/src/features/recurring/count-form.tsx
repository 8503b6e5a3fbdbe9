import type { CountedItemRequest } from '@just-ledger/contract';
import { countedItems, type CurrencyCode, readCount } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import Papa from 'papaparse';
import { type ClipboardEvent, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Cell } from '../../ui/cell.js';
import { Choices } from '../../ui/choices.js';
import layout from '../../ui/layout.module.css';
import { displayed, plainAmount, plainNumber, writtenDecimal } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';
import styles from './count-form.module.css';
import { toNextCell } from './to-next-cell.js';
import type { Facts } from './use-reckoning.js';

/** A count file may be so large, in megabytes. */
const MOST = 2;

const COLUMNS = [
  ['item', 'Item'],
  ['quantity', 'Counted'],
  ['cost', 'One costs'],
] as const;

/** So many items stand in cells; of more than these, those that were read besides are told by their number. */
const SHOWN = 100;

const BLANK: CountedItemRequest = { item: '', quantity: '', cost: '' };

/** What was counted: item by item, typed, pasted or read from a file; or in one sum. */
export function CountForm({
  before,
  currency,
  wrong,
  onFacts,
}: {
  /** The items of the count before, to begin from. */
  before: readonly CountedItemRequest[];
  currency: CurrencyCode;
  /** What is wrong, by path. */
  wrong: (path: string) => string | undefined;
  /** What is known of the date by now; nothing as long as that is not enough. */
  onFacts: (facts: Facts | undefined) => void;
}) {
  const [way, setWay] = useState<'items' | 'sum'>('items');
  const [sum, setSum] = useState('');
  const [isUnread, setUnread] = useState(false);
  const [items, setItems] = useState(() =>
    before.map((countedItem) => ({ ...countedItem, cost: writtenDecimal(countedItem.cost) })),
  );
  const rows = [...items, BLANK];
  const more = Math.max(items.length - SHOWN, 0);
  const uncounted = items.filter((row) => !isCounted(row)).length;
  // problems are told by the place among those that were counted
  const wrongAt = (row: CountedItemRequest, key: string): string | undefined =>
    isCounted(row) ? wrong(`counted.${items.filter(isCounted).indexOf(row)}.${key}`) : undefined;
  const take = (next: readonly CountedItemRequest[]): void => {
    setItems([...next]);
    const counted = plainItems(next);
    onFacts(counted.length > 0 ? { counted } : undefined);
  };
  const type = (row: number, change: Partial<CountedItemRequest>): void =>
    take(
      rows
        .map((countedItem, index) => (index === row ? { ...countedItem, ...change } : countedItem))
        .filter((countedItem) => !isBlank(countedItem)),
    );
  const read = (text: string): void => {
    const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true });
    const found = countedItems(data).map((countedItem) => ({ ...countedItem, ...written(countedItem) }));
    setUnread(found.length === 0);
    if (found.length > 0) take([...items.filter(isCounted), ...found]);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    maxSize: MOST * 1024 * 1024,
    noClick: true,
    noKeyboard: true,
    onDropAccepted: ([file]) => void file?.text().then(read),
    onDropRejected: () => setUnread(true),
  });
  const paste = (event: ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    read(text);
  };
  return (
    <section
      {...getRootProps({ role: 'group' })}
      aria-label="What was counted"
      className={clsx(layout.below, isDragActive && styles.over)}
    >
      <Choices
        isSmall
        label="How it was counted"
        value={way}
        choices={[
          ['items', 'item by item'],
          ['sum', 'in one sum'],
        ]}
        onChoose={(chosen) => {
          setWay(chosen);
          const counted = plainItems(items);
          if (chosen === 'sum') onFacts(sum.trim() === '' ? undefined : { countedSum: plainAmount(sum, currency) });
          else onFacts(counted.length > 0 ? { counted } : undefined);
        }}
      />
      {way === 'sum' ? (
        <TextField
          autoFocus
          label="What was counted comes to"
          value={sum}
          onChange={(event) => {
            setSum(event.target.value);
            const typed = event.target.value.trim();
            onFacts(typed === '' ? undefined : { countedSum: plainAmount(typed, currency) });
          }}
          error={wrong('countedSum') !== undefined}
          helperText={wrong('countedSum')}
          slotProps={{ htmlInput: { className: 'num' } }}
        />
      ) : (
        <>
          <table
            className={clsx(ruled.table, ruled.tight, grid.table, styles.count)}
            onPaste={paste}
            onKeyDown={toNextCell}
            aria-label="Items counted"
          >
            <thead>
              <tr>
                {COLUMNS.map(([key, label]) => (
                  <th key={key} className={key === 'item' ? undefined : 'num'}>
                    {label}
                  </th>
                ))}
                <th className="num">Makes</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, index) =>
                index >= SHOWN && index < items.length ? null : (
                  <tr key={index}>
                    {COLUMNS.map(([key, label]) => (
                      <td key={key} className={key === 'item' ? undefined : grid.money}>
                        <Cell
                          label={`${label}, row ${index + 1}`}
                          value={row[key]}
                          isAmount={key !== 'item'}
                          autoFocus={index === 0 && key === (row.item === '' ? 'item' : 'quantity')}
                          wrong={wrongAt(row, key)}
                          onChange={(typed) => type(index, { [key]: typed })}
                        />
                      </td>
                    ))}
                    <td className="num">
                      <span>{madeBy(row, currency)}</span>
                    </td>
                  </tr>
                ),
              )}
            </tbody>
          </table>
          {uncounted > 0 && uncounted < items.length && (
            <p className="small brass">
              {uncounted === 1 ? '1 item is' : `${uncounted.toLocaleString('en')} items are`} not counted yet: without
              a number there is none of it.
            </p>
          )}
          {more > 0 && (
            <p className="small">and {more.toLocaleString('en')} more that were read; all of them count.</p>
          )}
          <p className="small soft">
            <input {...getInputProps({ 'aria-label': 'File of the count' })} />
            <button className="act" type="button" onClick={open}>
              Read a file …
            </button>{' '}
            or paste from a spreadsheet into the table: item, how many, what one costs.
            {isUnread && <span className="brick"> No items could be read from it.</span>}
          </p>
        </>
      )}
    </section>
  );
}

function isBlank({ item, quantity, cost }: CountedItemRequest): boolean {
  return item.trim() === '' && quantity.trim() === '' && cost.trim() === '';
}

function isCounted({ quantity }: CountedItemRequest): boolean {
  return quantity.trim() !== '';
}

/** The items that were counted, in plain numbers; those of the count before that were not counted yet are left out. */
function plainItems(items: readonly CountedItemRequest[]): CountedItemRequest[] {
  return items.filter(isCounted).map(({ item, quantity, cost }) => ({
    item: item.trim(),
    quantity: plainNumber(quantity),
    cost: plainNumber(cost),
  }));
}

function written({ quantity, cost }: CountedItemRequest): Pick<CountedItemRequest, 'quantity' | 'cost'> {
  return { quantity: writtenDecimal(quantity), cost: writtenDecimal(cost) };
}

/** What an item comes to, once it can be read. */
function madeBy(item: CountedItemRequest, currency: CurrencyCode): string {
  const [plain] = plainItems([item]);
  const read = plain && readCount([plain], currency);
  const amount = read?.ok ? read.value[0]?.amount : undefined;
  return amount === undefined ? '' : displayed(amount, currency);
}

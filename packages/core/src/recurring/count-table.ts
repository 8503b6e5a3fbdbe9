import { recogniseMarks } from '../money/written-amount.js';
import type { CountedItem } from './reckoning.js';

/** What the columns of a count are called, in letters only. */
const HEADINGS: Readonly<Record<keyof CountedItem, RegExp>> = {
  item: /^(item|items|article|articles|product|name|description|what|goods|stock)$/,
  quantity: /^(quantity|qty|counted|count|number|pieces|units|howmany)$/,
  cost: /^(cost|unitcost|costofone|costperunit|price|unitprice|each|value)$/,
};

/**
 * The items of a count from the cells of a table: by its headings if its first row has them; else the first column that
 * holds words is the item, and the first two that hold numbers are how many and what one costs. Numbers are read with
 * the marks that the table uses and written plain.
 *
 * @returns rows without an item left out; cells that are no number stay as they are written
 * @example countedItems([['Item', 'Qty', 'Cost'], ['Casks', '1.250,5', '3,20']]) // → [{item: 'Casks', quantity: '1250.5', cost: '3.20'}]
 */
export function countedItems(table: readonly (readonly string[])[]): CountedItem[] {
  const rows = table.map((row) => row.map((cell) => cell.trim())).filter((row) => row.some((cell) => cell !== ''));
  const headed = placesOfHeadings(rows[0] ?? []);
  const body = headed ? rows.slice(1) : rows;
  const places = headed ?? placesByContent(body);
  if (!places) return [];
  const numbers = body.flatMap((row) => [row[places.quantity] ?? '', row[places.cost] ?? '']);
  const { decimal, thousands } = recogniseMarks(numbers.filter((cell) => cell !== '')).marks;
  const plain = (cell: string): string => {
    const bare = cell
      .replaceAll(thousands, '')
      .replaceAll(/[\s'’]/g, '')
      .replace(decimal, '.');
    return /^\d+(\.\d+)?$/.test(bare) ? bare : cell;
  };
  return body.flatMap((row) => {
    const item = row[places.item] ?? '';
    return item === ''
      ? []
      : [{ item, quantity: plain(row[places.quantity] ?? ''), cost: plain(row[places.cost] ?? '') }];
  });
}

type Places = Readonly<Record<keyof CountedItem, number>>;

function placesOfHeadings(row: readonly string[]): Places | undefined {
  const plain = row.map((cell) => cell.toLowerCase().replaceAll(/[^a-z]/g, ''));
  const columnOf = (column: keyof CountedItem): number => plain.findIndex((cell) => HEADINGS[column].test(cell));
  const places = { item: columnOf('item'), quantity: columnOf('quantity'), cost: columnOf('cost') };
  return Object.values(places).every((index) => index >= 0) ? places : undefined;
}

function placesByContent(rows: readonly (readonly string[])[]): Places | undefined {
  const [row] = rows;
  if (!row) return undefined;
  const isNumber = (column: number): boolean =>
    rows.every((row) => /\d/.test(row[column] ?? '') && /^[\d.,'’\s]+$/.test(row[column] ?? ''));
  const places = row.map((_, index) => index);
  const [quantity, cost] = places.filter(isNumber);
  const item = places.find((index) => !isNumber(index));
  return item === undefined || quantity === undefined || cost === undefined ? undefined : { item, quantity, cost };
}

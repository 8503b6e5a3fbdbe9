import {
  parseCivilDate as d,
  parseCurrencyCode,
  parseRate,
  readTrays,
  type AccountId,
  type Books,
  type ContactId,
  type ReadTrays,
  type TakeOnBooks,
  type TakeOnRow,
  type TrayRows,
} from '../src/index.js';
import { byNumber, chartFrom, FUNDS } from './ledger.js';

/** The chart of an organisation whose old books are taken on. */
export const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1020', name: 'Dollar account', currency: 'USD', role: 'cash' },
  { number: '1100', name: 'Receivables', control: 'receivables' },
  { number: '1200', name: 'Inventory' },
  { number: '1500', name: 'Equipment' },
  { number: '1509', name: 'Accumulated depreciation', contra: true },
  { number: '2100', name: 'Payables', control: 'payables' },
  { number: '2600', name: 'Loans' },
  { number: '3000', name: 'Capital', role: 'owner-capital' },
  { number: '3200', name: 'Retained', role: 'retained-earnings' },
  { number: '3990', name: 'Take-on clearing', role: 'take-on-clearing' },
  { number: '4000', name: 'Sales' },
  { number: '6000', name: 'Rent' },
  { number: '6500', name: 'Depreciation' },
]);
/** The account with a number. */
export const id = (number: string): AccountId => byNumber(chart, number).id;
/** Where each side waits for the other. */
export const clearing = id('3990');
const names: Record<string, number> = { 'low weir': 7, 'ferry lane': 8 };
/** Its books: euro, calendar years, the first of them 2026. */
export const books: Books = {
  baseCurrency: parseCurrencyCode('EUR'),
  calendar: { firstDay: d('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
  chart,
  breakdowns: [FUNDS],
  today: d('2026-09-30'),
  lockedPeriods: new Set(),
  findContact: (text) => {
    const found = names[text.toLowerCase()];
    return found === undefined ? undefined : { id: found as ContactId, name: text, active: true };
  },
};
/** What its trays are read against. */
export const on: TakeOnBooks = {
  books,
  changeover: d('2025-12-31'),
  rateOf: (currency) => (currency === 'USD' ? { rate: parseRate('0.9') } : undefined),
};
/** Rows as they are typed, numbered from 1. */
export const rows = (...cells: Record<string, string>[]): TakeOnRow[] =>
  cells.map((cell, index) => ({ id: index + 1, cells: cell }));
/** Reads trays. */
export const read = (trayRows: TrayRows, within = on): ReadTrays => readTrays(trayRows, within);

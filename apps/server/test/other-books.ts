import {
  accumulatedDepreciation,
  baseAmount,
  displayAmount,
  formatAmount,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  parseRate,
} from '@just-ledger/core';
import { workbookOf } from './files.js';

// A whole take-on from other books, invented by a seed: 150 accounts, 300 open items in two currencies, 40 assets, 80
// items of stock, 5 banks with uncleared items, in files with foreign headings and customs, and five slips in them.

export const [EUR, USD] = [parseCurrencyCode('EUR'), parseCurrencyCode('USD')];
const COMMA = { decimal: ',', thousands: '.' } as const;
export const CHANGEOVER = '2025-12-31';
export const RATE = { rate: parseRate('0.9') };

let state = 20261126;
/** A whole number below a limit (a linear congruential generator, from memory of its constants). */
const draw = (below: number): number => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * below);
};
const amount = (): number => Math.round(800 * 10 ** ((draw(1000) / 1000) * 3));
const day = (): string => `2025-${String(1 + draw(12)).padStart(2, '0')}-${String(1 + draw(28)).padStart(2, '0')}`;
export const plain = (cents: number): string => formatAmount(minor(cents), EUR);
export const comma = (cents: number): string => displayAmount(minor(cents), EUR, COMMA);

export interface Item {
  readonly contact: string;
  readonly document: string;
  readonly date: string;
  readonly currency: string;
  unpaid: number;
}
const items = (count: number, prefix: string): Item[] =>
  Array.from({ length: count }, (_, index) => ({
    contact: `${prefix} ${1 + draw(30)}`,
    document: `${prefix[0]}-${1000 + index}`,
    date: day(),
    currency: draw(10) < 3 ? 'USD' : 'EUR',
    unpaid: draw(12) === 0 ? -amount() : amount(),
  }));
export const inBase = ({ currency, unpaid }: Item): number =>
  currency === 'USD' ? baseAmount(minor(unpaid), USD, EUR, RATE) : unpaid;
export const sum = (numbers: readonly number[]): number => numbers.reduce((all, count) => all + count, 0);

export const CLASSES = ['Machines', 'Vehicles', 'Furniture', 'Computers'].map((name, index) => ({
  name,
  cost: `15${index}0`,
  accumulated: `15${index}9`,
  life: [10, 6, 8, 4][index] ?? 5,
}));
export const customers = items(200, 'Customer');
export const suppliers = items(100, 'Supplier');
export const assets = Array.from({ length: 40 }, (_, index) => {
  const found = CLASSES[index % 4] as (typeof CLASSES)[number];
  const [cost, acquired] = [amount() * 10, `20${20 + draw(5)}-0${1 + draw(9)}-10`];
  const asset = {
    cost: minor(cost),
    residual: minor(0),
    acquired: d(acquired),
    method: 'straight-line',
    life: String(found.life),
  } as const;
  return {
    name: `${found.name} ${index}`,
    class: found,
    acquired,
    cost,
    written: accumulatedDepreciation(asset, d(CHANGEOVER), { fiscalYearStartMonth: 1, fiscalYearStartDay: 1 }) ?? 0,
  };
});
export const stock = Array.from({ length: 80 }, (_, index) => ({
  item: `Part ${index}`,
  quantity: 1 + draw(400),
  cost: 5 + draw(5000),
}));
export const banks = ['1010', '1011', '1012', '1013', '1014'].map((account) => ({
  account,
  statement: amount() * 20,
  uncleared: Array.from({ length: 1 + draw(4) }, () => -amount()),
}));
const bankBalance = ({ account, statement, uncleared }: (typeof banks)[number]): number =>
  account === '1014'
    ? sum([statement, ...uncleared].map((count) => baseAmount(minor(count), USD, EUR, RATE)))
    : sum([statement, ...uncleared]);
const others = Array.from({ length: 150 - 19 }, (_, index) => ({
  number: String((index % 2 === 0 ? 1300 : 2300) + index),
  amount: index % 2 === 0 ? amount() : -amount(),
}));

/** The old books, debit positive. */
export const OLD = new Map<string, number>([
  ...banks.map((bank) => [bank.account, bankBalance(bank)] as const),
  ['1100', sum(customers.map(inBase))],
  ['2100', -sum(suppliers.map(inBase))],
  ['1200', sum(stock.map(({ quantity, cost }) => quantity * cost))],
  ...CLASSES.flatMap((item) => {
    const own = assets.filter((asset) => asset.class === item);
    return [
      [item.cost, sum(own.map(({ cost }) => cost))] as const,
      [item.accumulated, -sum(own.map(({ written }) => written))] as const,
    ];
  }),
  ...others.map(({ number, amount: count }) => [number, count] as const),
]);
OLD.set('3000', -sum([...OLD.values()]));

export const swapped = (cents: number): number => {
  const digits = String(Math.abs(cents));
  const found = [...digits].findIndex(
    (digit, index) => index > 0 && index + 1 < digits.length && digit !== digits[index + 1],
  );
  return (
    Math.sign(cents) *
    Number(`${digits.slice(0, found)}${digits[found + 1]}${digits[found]}${digits.slice(found + 2)}`)
  );
};
export const transposed = customers.find(
  ({ unpaid, currency }) => unpaid > 0 && currency === 'EUR' && swapped(unpaid) !== unpaid,
) as Item;
export const omitted = suppliers.find(({ unpaid, currency }) => unpaid > 0 && currency === 'EUR') as Item;
export const bare = assets.find(({ written }) => written > 0) as (typeof assets)[number];
export const slid = stock[17] as (typeof stock)[number];

/** The files as the old books would give them, with the slips. */
export async function files(): Promise<Record<string, Uint8Array>> {
  const text = (rows: readonly string[]): Uint8Array => new TextEncoder().encode(rows.join('\n'));
  return {
    'trial-balance': await workbookOf([
      ['Account code', 'Account name', 'Dr', 'Cr'],
      ...[...OLD].map(([number, count]) => [
        number,
        `Account ${number}`,
        count > 0 ? count / 100 : '',
        count < 0 ? -count / 100 : '',
      ]),
    ]),
    customers: text([
      'Customer;Invoice no.;Invoice date;Ccy;Outstanding;Sales person',
      ...customers.map((customer) =>
        [
          customer.contact,
          customer.document,
          customer.date,
          customer.currency,
          comma(customer === transposed ? swapped(customer.unpaid) : customer.unpaid),
          'Jo',
        ].join(';'),
      ),
    ]),
    suppliers: await workbookOf([
      ['Vendor', 'Bill', 'Bill date', 'Currency', 'Amount due'],
      ...suppliers
        .filter((supplier) => supplier !== omitted)
        .map((supplier) => [
          supplier.contact,
          supplier.document,
          supplier.date,
          supplier.currency,
          supplier.unpaid < 0 ? `${plain(-supplier.unpaid)}-` : supplier.unpaid / 100,
        ]),
    ]),
    banks: text([
      'Bank,Statement balance,Ref,Paid to,Uncleared',
      ...banks.flatMap(({ account, statement, uncleared }) => [
        `${account},"${displayAmount(minor(statement), EUR)}",,,`,
        ...uncleared.map(
          (count, index) =>
            `${account},,cheque ${index},Somebody,"${displayAmount(minor(account === '1011' && index === 0 ? -count : count), EUR)}"`,
        ),
      ]),
    ]),
    'asset-classes': text([
      'Class,Cost account,Accumulated depreciation,Years',
      ...CLASSES.map((item) => `${item.name},${item.cost},${item.accumulated},${item.life}`),
    ]),
    assets: await workbookOf([
      ['Description', 'Category', 'Purchased', 'Purchase price', 'Depreciation to date'],
      ...assets.map((asset) => [
        asset.name,
        asset.class.name,
        asset.acquired,
        asset.cost / 100,
        asset === bare ? '' : asset.written / 100,
      ]),
    ]),
    stock: text([
      'Product;Qty;Unit cost',
      ...stock.map(
        (item) => `${item.item};${item === slid ? item.quantity * 10 : item.quantity};${comma(item.cost)}`,
      ),
    ]),
  };
}

/** Their chart, as a file. */
export function chartFile(): string {
  const element = (number: string): string =>
    ({ 1: 'asset', 2: 'liability', 3: 'equity' })[number[0] as '1'] ?? 'asset';
  const control: Record<string, string> = { 1100: 'receivables', 2100: 'payables' };
  const chart = [...OLD.keys()].map((number) => {
    const cells = [
      number,
      number === '1200' ? 'Inventory' : `Account ${number}`,
      element(number),
      control[number] ?? '',
      number === '1014' ? 'USD' : '',
      number < '1015' ? 'cash' : '',
      CLASSES.some((candidate) => candidate.accumulated === number) ? 'yes' : '',
    ];
    return cells.join(',');
  });
  return ['number,name,element,control,currency,role,contra', ...chart].join('\n');
}

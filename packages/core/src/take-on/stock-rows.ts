import { accountTitle, isInventory } from '../accounts/account.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import type { RowFact, RowReader } from './take-on-row.js';

/** Reads an item of stock: quantity times the cost of one, rounded once, on its inventory account. */
export function readStockRow(reader: RowReader): RowFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const { books, changeover } = reader.on;
  const given = reader.text('account');
  const account = given === '' ? books.chart.accounts.find(isInventory) : reader.account('account');
  if (!account) {
    if (given === '') reader.report('account-missing', 'account', 'Name the inventory account.');
    return undefined;
  }
  if (account.element !== 'asset') {
    return reader.report('not-an-asset', 'account', `${accountTitle(account)} is no asset.`);
  }
  const [quantity, cost] = [reader.number('quantity'), reader.amount('cost')];
  if (quantity === undefined || cost === undefined) return undefined;
  const amount = roundHalfAwayFromZero(new Exact(quantity).times(cost));
  const fact = { row: reader.row.id, date: changeover, item: reader.text('item') };
  if (amount === 0) return { ...fact, lines: [] };
  const note = `${reader.text('item')}, ${quantity}${reader.text('unit') && ` ${reader.text('unit')}`}`;
  const line = reader.line(account, amount, { note: note.slice(0, 200) }, { debit: 'cost', credit: 'cost' });
  return line && { ...fact, lines: [line] };
}

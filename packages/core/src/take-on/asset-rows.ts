import { accountTitle, type AccountId } from '../accounts/account.js';
import {
  accumulatedDepreciation,
  isDepreciationMethod,
  DEPRECIATION_METHODS,
  type DepreciableAsset,
  type DepreciationMethod,
} from '../assets/depreciation.js';
import { displayAmount } from '../money/amount.js';
import { minor, type Minor } from '../money/minor.js';
import { longDate } from '../dates/month-names.js';
import type { Remark, RowFact, RowReader } from './take-on-row.js';

/** What assets of a class share. */
export interface AssetClass {
  readonly name: string;
  readonly cost: AccountId;
  readonly accumulated?: AccountId;
  readonly expense?: AccountId;
  readonly method: DepreciationMethod;
  readonly life?: string | undefined;
  readonly rate?: string | undefined;
}

/** What a row says of an asset. */
export interface AssetFact extends RowFact {
  readonly item: string;
  readonly class: string;
  readonly asset: DepreciableAsset;
  readonly accumulated: Minor;
  /** What its method makes of it at the changeover date; nothing where life or rate are missing. */
  readonly proposed?: Minor | undefined;
}

/** Reads an asset class; it posts nothing by itself. */
export function readAssetClassRow(reader: RowReader): (RowFact & { readonly class: AssetClass }) | undefined {
  if (!reader.hasNeeded()) return undefined;
  const cost = reader.account('cost');
  const accumulated = reader.text('accumulated') === '' ? undefined : reader.account('accumulated');
  const expense = reader.text('expense') === '' ? undefined : reader.account('expense');
  const method = methodOf(reader) ?? 'straight-line';
  const [life, rate] = [reader.number('life'), reader.number('rate')];
  if (cost && cost.element !== 'asset') reader.report('not-an-asset', 'cost', `${accountTitle(cost)} is no asset.`);
  if (expense && expense.element !== 'expense')
    reader.report('not-an-expense', 'expense', `${accountTitle(expense)} is no expense.`);
  if (method !== 'none' && reader.text('accumulated') === '') {
    reader.report(
      'cell-missing',
      'accumulated',
      'Which account takes the accumulated depreciation of these assets? Or choose “Not depreciated”.',
    );
  }
  if (!cost || reader.problems.length > 0) return undefined;
  return {
    row: reader.row.id,
    date: reader.on.changeover,
    lines: [],
    class: {
      name: reader.text('name'),
      cost: cost.id,
      ...(accumulated && { accumulated: accumulated.id }),
      ...(expense && { expense: expense.id }),
      method,
      life,
      rate,
    },
  };
}

/** Reads an asset: its cost on the class's cost account, what has been written off on the other. */
export function readAssetRow(reader: RowReader, classes: readonly AssetClass[]): AssetFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const named = reader.text('class').toLowerCase();
  const found = classes.find((assetClass) => assetClass.name.toLowerCase() === named);
  if (!found) return reader.report('class-unknown', 'class', `There is no asset class “${reader.text('class')}”.`);
  const { books, changeover } = reader.on;
  const [cost, accumulated, residual] = [
    reader.amount('cost'),
    reader.amount('accumulated'),
    reader.amount('residual'),
  ];
  const acquired = reader.date('acquired');
  const method = methodOf(reader) ?? found.method;
  const [life, rate] = [reader.number('life') ?? found.life, reader.number('rate') ?? found.rate];
  if (cost === undefined || accumulated === undefined || residual === undefined || !acquired) return undefined;
  const written = minor(Math.abs(accumulated));
  if (cost < 0) reader.report('amount-negative', 'cost', 'A cost is positive.');
  if (written > cost)
    reader.report('written-too-much', 'accumulated', 'The accumulated depreciation is more than the cost.');
  if (reader.problems.length > 0) return undefined;
  const asset: DepreciableAsset = { cost, residual, acquired, method, life, rate };
  const note = reader.text('name').slice(0, 200);
  const costAccount = books.chart.byId.get(found.cost);
  const writtenAccount = found.accumulated === undefined ? undefined : books.chart.byId.get(found.accumulated);
  const lines = [
    cost !== 0 && costAccount
      ? reader.line(costAccount, cost, { note }, { debit: 'cost', credit: 'cost' })
      : undefined,
    written !== 0 && writtenAccount
      ? reader.line(writtenAccount, minor(-written), { note }, { credit: 'accumulated' })
      : undefined,
  ].filter((line) => line !== undefined);
  if (written !== 0 && !writtenAccount) {
    return reader.report(
      'no-accumulated',
      'accumulated',
      `${found.name} has no account for accumulated depreciation.`,
    );
  }
  if (reader.problems.length > 0) return undefined;
  return {
    row: reader.row.id,
    date: changeover,
    lines,
    item: reader.text('name'),
    class: found.name,
    asset,
    accumulated: written,
    proposed: accumulatedDepreciation(asset, changeover, books.calendar),
  };
}

/** Assets with a cost and nothing written off although their method says so, and those acquired after the changeover. */
export function assetRemarks(facts: readonly AssetFact[], reader: Pick<RowReader, 'on'>): Remark[] {
  const { books, changeover } = reader.on;
  return facts.flatMap(({ row, asset, accumulated, proposed }) => {
    if (asset.acquired > changeover) {
      const message = `Acquired after ${longDate(changeover)}: it belongs into the new books.`;
      return [{ row, code: 'after-changeover', column: 'acquired', message }];
    }
    if (accumulated === 0 && proposed) {
      const message = `It has no accumulated depreciation; its method makes it ${displayAmount(proposed, books.baseCurrency)}.`;
      return [{ row, code: 'no-depreciation', column: 'accumulated', message }];
    }
    return [];
  });
}

/** A method by its key or its label. */
function methodOf(reader: RowReader): DepreciationMethod | undefined {
  const text = reader.text('method');
  if (text === '') return undefined;
  const plain = text.toLowerCase();
  const labelled =
    Object.entries(DEPRECIATION_METHODS).find(([, label]) => label.toLowerCase() === plain)?.[0] ?? plain;
  if (isDepreciationMethod(labelled)) return labelled;
  return reader.report(
    'method-unknown',
    'method',
    `The method is one of ${Object.values(DEPRECIATION_METHODS).join(', ')}.`,
  );
}

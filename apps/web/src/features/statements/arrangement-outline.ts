import type { ArrangedAccountResponse, ArrangedItemResponse, ArrangementResponse } from '@just-ledger/contract';
import { type Classification, CLASSIFICATIONS, classificationsOf, isClassification, LOSS } from '@just-ledger/core';
import type { ArrangedKey, Arranging } from './arrangement-edits.js';

/** Something that the statements call by a name, with the one that is chosen. */
export interface OutlineTerm {
  readonly type: 'term';
  readonly key: `term ${string}` | ArrangedKey;
  readonly term: string;
  readonly usual: string;
  readonly word: string;
  readonly usualLoss: string | null;
  readonly lossWord: string;
  /** A statement's title, the heading of a part, or something else. */
  readonly as: 'title' | 'part' | 'other';
}

/** A row of the outline of the statements: a name, an account, or a group. */
export type OutlineRow =
  | OutlineTerm
  | {
      readonly type: 'account';
      readonly key: ArrangedKey;
      readonly account: ArrangedAccountResponse;
      readonly isInGroup: boolean;
    }
  | {
      readonly type: 'group';
      readonly key: ArrangedKey;
      readonly group: Extract<ArrangedItemResponse, { group: unknown }>['group'];
    };

/** The order in which the parts and names of the statements stand; parts of one element in their own order. */
const TITLES = ['income-statement', 'equity-statement', 'balance-sheet', 'cash-flow-statement', 'notes'];

/** Names that only statements with these parts have. */
const NEEDS: Readonly<Record<string, readonly Classification[]>> = {
  'gross-result': ['cost-of-sales'],
  'operating-result': ['other-income', 'other-expenses', 'income-tax'],
  'result-before-tax': ['income-tax'],
};

/** The statements from top to bottom: their names, and what each part lists. */
export function outlineOf(arranging: Arranging, { terms }: ArrangementResponse): OutlineRow[] {
  const parts = new Map(arranging.parts.map((part) => [part.classification, part]));
  const inOrder = terms.map((term) => term.key).map((key, _, all) => placed(arranging, key, all));
  const byKey = new Map(terms.map((term) => [term.key, term]));
  return inOrder.flatMap((key): OutlineRow[] => {
    const term = byKey.get(key);
    const needs = NEEDS[key];
    if (!term || (needs && !needs.some((part) => parts.has(part)))) return [];
    const part = isClassification(key) ? parts.get(key) : undefined;
    if (isClassification(key) && !part) return [];
    const { usual, usualLoss } = term;
    const row: OutlineTerm = {
      type: 'term',
      key: part ? `part ${part.classification}` : `term ${key}`,
      term: key,
      usual,
      usualLoss,
      word: arranging.words[key] ?? '',
      lossWord: arranging.words[`${key}${LOSS}`] ?? '',
      as: TITLES.includes(key) ? 'title' : part ? 'part' : 'other',
    };
    return [row, ...(part?.items ?? []).flatMap(rowsOfItem)];
  });
}

/** The key that stands in the place of another: parts of assets and liabilities in the order that was chosen. */
function placed({ order }: Arranging, key: string, all: readonly string[]): string {
  const element = (['asset', 'liability'] as const).find((candidate) =>
    classificationsOf(candidate).some((part) => part === key),
  );
  if (!element) return key;
  const usual = all.filter((key) => isClassification(key) && CLASSIFICATIONS[key].element === element);
  const chosen = order.filter((part) => CLASSIFICATIONS[part].element === element);
  return chosen[usual.indexOf(key)] ?? key;
}

function rowsOfItem(item: ArrangedItemResponse): OutlineRow[] {
  const accountRow = (account: ArrangedAccountResponse, isInGroup: boolean): OutlineRow => ({
    type: 'account',
    key: `account ${account.number}`,
    account,
    isInGroup,
  });
  if ('account' in item) return [accountRow(item.account, false)];
  return [
    { type: 'group', key: `group ${item.group.id}`, group: item.group },
    ...item.group.accounts.map((account) => accountRow(account, true)),
  ];
}

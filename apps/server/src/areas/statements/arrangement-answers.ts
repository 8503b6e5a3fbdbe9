import type { ArrangementResponse } from '@just-ledger/contract';
import {
  type AccountId,
  accountIn,
  accountsOfItem,
  arrangedItems,
  arrangedParts,
  type Arrangement,
  type Chart,
  CLASSIFICATIONS,
  classificationsOf,
  keysOf,
  LOSS,
  type OrganisationKind,
  type Particulars,
  statementTerms,
  USUAL_ARRANGEMENT,
} from '@just-ledger/core';

/** An arrangement as it goes over the wire: every account of every part, and every term. */
export function arrangementAnswer(
  chart: Chart,
  kind: OrganisationKind,
  arrangement: Arrangement,
  version: number,
): ArrangementResponse {
  const named = (id: AccountId) => {
    const { number, name, contra } = accountIn(chart, id);
    return { number, name, contra };
  };
  return {
    version,
    order: [
      ...arrangedParts(arrangement, classificationsOf('asset')),
      ...arrangedParts(arrangement, classificationsOf('liability')),
    ],
    parts: keysOf(CLASSIFICATIONS).flatMap((classification) => {
      const items = arrangedItems(chart, arrangement, classification).map((item) =>
        'group' in item
          ? { group: { ...item.group, accounts: item.group.accounts.map(named) } }
          : { account: named(item.account) },
      );
      if (items.length === 0) return [];
      const usual = arrangedItems(chart, USUAL_ARRANGEMENT, classification)
        .flatMap(accountsOfItem)
        .map((id) => accountIn(chart, id).number);
      return [{ classification, isArranged: arrangement.parts[classification] !== undefined, items, usual }];
    }),
    terms: statementTerms(kind).map(({ key, usual, usualLoss = null }) => ({
      key,
      usual,
      usualLoss,
      word: arrangement.words[key] ?? null,
      lossWord: arrangement.words[`${key}${LOSS}`] ?? null,
    })),
  };
}

/** An arrangement for the audit trail: accounts by their numbers, groups by name. */
export function arrangementParticulars(chart: Chart, { order, parts, words }: Arrangement): Particulars {
  const numbers = (ids: readonly AccountId[]): string[] => ids.flatMap((id) => chart.byId.get(id)?.number ?? []);
  const ofParts = keysOf(CLASSIFICATIONS).map((part): [string, string[] | undefined] => [
    CLASSIFICATIONS[part].label,
    parts[part]?.flatMap((item) => {
      if (!('group' in item)) return numbers([item.account]);
      const { name, isTogether, accounts } = item.group;
      return [`${name}${isTogether ? ' as one' : ''} (${numbers(accounts).join(' ')})`];
    }),
  ]);
  return {
    'order of parts': order.map((part) => CLASSIFICATIONS[part].label),
    ...Object.fromEntries(ofParts),
    ...Object.fromEntries(Object.entries(words).map(([key, word]) => [`word for ${key.replaceAll('-', ' ')}`, word])),
  };
}

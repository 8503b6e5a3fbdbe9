import type { DraftResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { displayed } from '../../ui/own-ways.js';
import { PrintedRows } from '../../ui/printed.js';
import { dated, useDraftAmounts } from './draft-amount.js';
import { DRAFT_STANDS } from './draft-list.js';

/** Drafts as they are printed, to be looked over on paper: each with its lines, where it stands and what it lacks. */
export function PrintedDrafts({ drafts, currency }: { drafts: readonly DraftResponse[]; currency: CurrencyCode }) {
  const amountOf = useDraftAmounts();
  const rows = drafts.flatMap((draft) => [
    [
      dated(draft.date),
      `${draft.explanation} · ${DRAFT_STANDS[draft.state]}, ${draft.changedBy}`,
      displayed(amountOf(draft), currency),
      '',
    ],
    ...draft.lines.map(({ account = '', contact, note, debit, credit }) => [
      '',
      [account, contact, note].filter(Boolean).join(' · '),
      debit ?? '',
      credit ?? '',
    ]),
    ...draft.lacks.map(({ message }) => ['', `lacks: ${message}`, '', '']),
  ]);
  const heads = [
    { label: 'Date' },
    { label: 'Explanation, account' },
    { label: 'Debit', isFigure: true },
    { label: 'Credit', isFigure: true },
  ];
  return <PrintedRows heads={heads} rows={rows} />;
}

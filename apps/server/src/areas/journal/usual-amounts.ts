import type { UsualAmountsQuery, UsualAmountsResponse } from '@just-ledger/contract';
import { formatAmount, minor, type Side, usualAmounts } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** So many of the latest lines of an account are looked at. */
const LATEST = 1_000;

/** What accounts usually see on either side, by their latest lines; nothing of those with too few, of control accounts and of cash. */
export const usualAmountsOf = defineReport(
  'usualAmountsOf',
  (db: Db, organisation: Organisation, { accounts }: UsualAmountsQuery): UsualAmountsResponse[] => {
    const chart = loadChart(db, organisation.id);
    const latest = db.$client.prepare<[number, number, number], { amount: number; stage: string }>(
      'SELECT amount, stage FROM line WHERE organisation = ? AND account = ? ORDER BY date DESC, entry DESC LIMIT ?',
    );
    return [...new Set(accounts.split(','))].flatMap((number): UsualAmountsResponse[] => {
      const account = chart.byNumber.get(number.trim());
      // what is owed differs by contact, and through a bank goes everything
      if (!account || account.control || account.role === 'cash') return [];
      const amounts = latest
        .all(organisation.id, account.id, LATEST)
        .flatMap(({ amount, stage }) => (stage === 'ordinary' || stage === 'adjusting' ? [amount] : []));
      return (['debit', 'credit'] as const).flatMap((side: Side) => {
        const sign = side === 'debit' ? 1 : -1;
        const usual = usualAmounts(
          amounts.filter((amount) => amount * sign > 0).map((amount) => minor(Math.abs(amount))),
        );
        if (!usual) return [];
        const { lines, median, from, to } = usual;
        const [middle, least, most] = [median, from, to].map((amount) =>
          formatAmount(amount, organisation.baseCurrency),
        );
        return [{ account: account.number, side, lines, median: middle ?? '', from: least ?? '', to: most ?? '' }];
      });
    });
  },
);

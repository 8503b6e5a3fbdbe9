import type { AmountTermsRequest } from '@just-ledger/contract';
import type { AccountId, Chart } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { KeptTerms } from '../../platform/database/tables/recurring.js';
import { loadChart } from '../accounts/account-store.js';

/** The terms of amounts with every account that they name passed through a function. @param named gets where the account stands */
function withAccounts(
  { share, depreciation, loan, target, ...others }: AmountTermsRequest,
  named: (where: string, number: string) => string,
): AmountTermsRequest {
  return {
    ...others,
    ...(share && { share: { ...share, account: named('share.account', share.account) } }),
    ...(depreciation && {
      depreciation: {
        ...depreciation,
        ...(depreciation.expense !== undefined && {
          expense: named('depreciation.expense', depreciation.expense),
        }),
        ...(depreciation.accumulated !== undefined && {
          accumulated: named('depreciation.accumulated', depreciation.accumulated),
        }),
      },
    }),
    ...(loan && {
      loan: {
        ...loan,
        account: named('loan.account', loan.account),
        interestAccount: named('loan.interestAccount', loan.interestAccount),
        paymentAccount: named('loan.paymentAccount', loan.paymentAccount),
      },
    }),
    ...(target && {
      target: {
        ...target,
        account: named('target.account', target.account),
        against: named('target.against', target.against),
      },
    }),
  };
}

/** The terms of amounts with the ids of the accounts they name: a number is only a label, which may change. */
export function termsWithIds(request: AmountTermsRequest, chart: Chart): KeptTerms {
  const { amounts = 'fixed', share, spread, depreciation, loan, target } = request;
  const ids: Record<string, AccountId> = {};
  const terms = withAccounts(
    {
      ...(amounts === 'share-of-balance' && { share }),
      ...(amounts === 'spread' && { spread }),
      ...(amounts === 'depreciation' && { depreciation }),
      ...(amounts === 'loan' && { loan }),
      ...(amounts === 'target' && { target }),
    },
    (where, number) => {
      const id = chart.byNumber.get(number.trim())?.id;
      if (id !== undefined) ids[where] = id;
      return number;
    },
  );
  return { amounts, ...terms, ids };
}

/** The terms of amounts with the numbers that their accounts bear now. */
export function termsWithLabels(db: Db, organisation: number, { ids = {}, ...terms }: KeptTerms): AmountTermsRequest {
  const chart = loadChart(db, organisation);
  return withAccounts(terms, (where, number) => {
    const id = ids[where];
    return (id !== undefined && chart.byId.get(id)?.number) || number;
  });
}

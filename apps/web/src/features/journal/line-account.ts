import type { AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import type { FormLine } from './form-line.js';
import { lastAmountIs } from './last-amount-is.js';

/** The breakdowns that a line shows fields for: those it needs, those it names, and all of them if asked for. */
export function shownBreakdowns(
  line: FormLine,
  account: AccountResponse | undefined,
  breakdowns: readonly BreakdownResponse[],
): BreakdownResponse[] {
  if (!account) return [];
  return breakdowns.filter(
    ({ name, selfBalancing }) =>
      selfBalancing || line.showsBreakdowns || account.breakdowns.includes(name) || Boolean(line.breakdowns[name]),
  );
}

/**
 * The change of a line that gets its account: its own currency, the usual values of the breakdowns it needs, and its usual
 * tax code.
 *
 * @param proposesTax not for lines of a whole entry, which have their tax among them
 */
export function withAccount(
  line: FormLine,
  number: string,
  account: AccountResponse | undefined,
  breakdowns: readonly BreakdownResponse[],
  proposesTax = true,
): Partial<FormLine> {
  const usual = breakdowns.flatMap(({ name, usualValue, selfBalancing }) =>
    usualValue && (selfBalancing || account?.breakdowns.includes(name)) ? [[name, usualValue] as const] : [],
  );
  return {
    account: number,
    currency: account?.currency ?? '',
    breakdowns: { ...Object.fromEntries(usual), ...line.breakdowns },
    ...(proposesTax && withUsualTax(line, account)),
  };
}

/** The account's usual tax code, unless another was chosen; its amount is net or gross as that of the line before was. */
function withUsualTax(line: FormLine, account: AccountResponse | undefined): Partial<FormLine> {
  const isChosen = line.taxCode !== '' && !line.isTaxProposed;
  if (isChosen || (account?.taxCode ?? '') === line.taxCode) return {};
  const taxCode = account?.taxCode ?? '';
  return { taxCode, isTaxProposed: true, amountIs: lastAmountIs(), taxAdjustment: '' };
}

/** Accounts that can be written to by hand. */
export function writableAccounts(accounts: readonly AccountResponse[]): AccountResponse[] {
  return accounts.filter((account) => !account.heading && account.active && account.typedEntries);
}

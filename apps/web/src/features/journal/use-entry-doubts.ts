import type { EntryResponse, LineResponse, TaxSettlementResponse } from '@just-ledger/contract';
import {
  type AmountOnAccount,
  type CivilDate,
  type CurrencyCode,
  type DateDoubt,
  dateDoubt,
  type DueEntry,
  dueOnAccounts,
  formatAmount,
  hasSameAmounts,
  minor,
  parseAmount,
  parseCivilDate,
  sumOf,
} from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { timeLineQuery } from '../../api/recurring-queries.js';
import { entriesOfAmountQuery, entriesOfPaperQuery } from '../../api/journal-queries.js';
import { taxSettlementsQuery } from '../../api/tax-report-queries.js';
import { useSettled } from '../../ui/use-settled.js';
import type { EntryForm } from './entry-form.js';
import { type FormTax, postedAmounts } from './form-tax.js';
import { stands } from './stands.js';
import { type UnusualAmount, useUnusualAmounts } from './use-unusual-amounts.js';

/** What is worth a second look before an entry is posted, with what shows it. */
export interface EntryDoubts {
  readonly date: DateDoubt | undefined;
  /** An entry of the same day with the same amounts on the same accounts. */
  readonly sameAmounts: EntryResponse | undefined;
  /** A recurring entry on the same accounts that waits to be posted. */
  readonly due: DueEntry | undefined;
  /** Amounts far out of what their accounts usually see. */
  readonly unusual: readonly UnusualAmount[];
  /** The settlement of taxes that has gone over its date: what it says of a tax goes into the next one. */
  readonly settled: TaxSettlementResponse | undefined;
  /** An entry of the same contact with the same paper. */
  readonly samePaper: EntryResponse | undefined;
}

/** Looks for what may be a slip. @param proposed the date that was proposed for the entry */
export function useEntryDoubts(
  form: EntryForm,
  tax: FormTax,
  date: CivilDate | undefined,
  proposed: CivilDate,
): EntryDoubts {
  const { organisation, currency, from, to } = useBooks();
  const { from: chosenFrom, to: chosenTo } = useAddress();
  const lines = postedAmounts(form, tax);
  const amounts = lines.map(({ amount }) => amount);
  const debit = sumOf(amounts.map((amount) => minor(Math.max(amount, 0))));
  const isBalanced = debit > 0 && sumOf(amounts) === 0;
  const sought = useSettled(isBalanced && date ? `${date} ${formatAmount(debit, currency)}` : '');
  const [day = '', amount = ''] = sought.split(' ');
  const ofAmount = useQuery({ ...entriesOfAmountQuery(organisation.id, day, amount), enabled: sought !== '' });
  const contact = form.lines.find((line) => line.contact.trim() !== '')?.contact.trim() ?? '';
  const paper = useSettled(form.reference.trim());
  const ofPaper = useQuery({
    ...entriesOfPaperQuery(organisation.id, paper, contact),
    enabled: paper !== '' && contact !== '',
  });
  const { data: line } = useQuery(timeLineQuery(organisation.id));
  const due = [...(line?.late ?? []), ...(line?.months ?? []).flatMap(({ occurrences }) => occurrences)]
    .filter(({ state, lines: posts }) => state === 'due' && posts.length > 0)
    .map(({ name, lines: posts, date: on }) => ({
      name,
      accounts: posts.map(({ account }) => account),
      date: parseCivilDate(on),
    }));
  const unusual = useUnusualAmounts(lines);
  const isTaxed = form.lines.some(({ taxCode }) => taxCode !== '');
  const { data: settlements = [] } = useQuery({ ...taxSettlementsQuery(organisation.id), enabled: isTaxed });
  const last = settlements.find(({ reversedBy }) => reversedBy === null);
  const isChosen = chosenFrom !== undefined || chosenTo !== undefined;
  return {
    date: date && dateDoubt(date, proposed, isChosen ? { from, to } : undefined),
    sameAmounts: isBalanced
      ? ofAmount.data?.entries.find(
          (entry) => stands(entry) && hasSameAmounts(lines, amountsOfPosted(entry.lines, currency)),
        )
      : undefined,
    unusual,
    settled: isTaxed && date && last && date <= parseCivilDate(last.to) ? last : undefined,
    due: isBalanced && date ? dueOnAccounts(accountsOf(lines), due, date) : undefined,
    samePaper: ofPaper.data?.entries.find(
      (entry) => stands(entry) && entry.reference?.toLowerCase() === paper.toLowerCase(),
    ),
  };
}

/** The accounts on which something stands. */
function accountsOf(lines: readonly AmountOnAccount[]): string[] {
  return lines.flatMap(({ account, amount }) => (amount === 0 ? [] : [account]));
}

/** What posted lines come to by account, debit positive. */
export function amountsOfPosted(lines: readonly LineResponse[], currency: CurrencyCode): AmountOnAccount[] {
  return lines.map(({ account, debit, credit }) => ({
    account,
    amount: minor(parseAmount(debit ?? '0', currency) - parseAmount(credit ?? '0', currency)),
  }));
}

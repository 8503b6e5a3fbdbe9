import { checkDate, type CivilDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery, openedDraftQuery, patternsQuery } from '../../api/journal-queries.js';
import { accrualDate, formOfAccrual, formOfMissingBill, MISSING_BILL, missingBillDate } from './accrual-form.js';
import { booksForDates } from './books-for-dates.js';
import { formOfCorrection } from './correction-form.js';
import { BY_HAND, emptyForm, type EntryForm, formOfAdjustment } from './entry-form.js';
import { formLike } from './entry-request.js';
import { formOfPattern } from './pattern-form.js';

/** What a new entry begins with, on a date as it is shown. */
export interface Beginning {
  /** Said beside the title. */
  readonly origin: string;
  /** What it begins from, to know it again. */
  readonly source: string;
  /** The date that is its own, where it is not that of any new entry. */
  readonly date?: CivilDate | undefined;
  /** The line at which typing goes on, where not at the date. */
  readonly line?: number;
  readonly formOn: (date: string) => EntryForm;
}

/** What the address says an entry goes on from: a draft, an entry that was posted, a pattern, or nothing. */
export function useEntrySource() {
  const books = useBooks();
  const { organisation, currency, today } = books;
  const [draft] = useSheetParam('draft');
  const [like] = useSheetParam('like');
  const [pattern] = useSheetParam('pattern');
  const [correct] = useSheetParam('correct');
  const [accrue] = useSheetParam('accrue');
  const [source] = useSheetParam('of');
  const [adjust] = useSheetParam('adjust');
  const [wrongLines] = useSheetParam('lines');
  const isMissingBill = accrue === MISSING_BILL;
  const from = like || correct || (isMissingBill ? '' : accrue);
  const opened = useQuery({ ...openedDraftQuery(organisation.id, draft), enabled: draft !== '' });
  const before = useQuery({ ...entryQuery(organisation.id, from), enabled: from !== '' });
  const accounts = useQuery({ ...accountsQuery(organisation.id, today), enabled: from !== '' && accrue !== '' });
  const patterns = useQuery(patternsQuery(organisation.id));
  const kept = patterns.data?.find(({ id }) => String(id) === pattern);
  const isGone = pattern !== '' && patterns.data !== undefined && !kept;
  const beginning = ((): Beginning | undefined => {
    const entry = before.data;
    if (correct !== '' && entry) {
      const wrong = wrongLines.split(',').map((line) => Number(line) - 1);
      const isOpen = checkDate(entry.date, 'ordinary', booksForDates(books)).ok;
      return {
        origin: `corrects ${entry.number} of ${shortDate(parseCivilDate(entry.date))}`,
        source: `correction of ${correct} ${wrongLines}`,
        date: isOpen ? parseCivilDate(entry.date) : undefined,
        line: wrong.length,
        formOn: (date) => formOfCorrection(entry, wrong, date, currency),
      };
    }
    if (like !== '' && entry) {
      const origin = `like ${entry.number} of ${shortDate(parseCivilDate(entry.date))}`;
      return { origin, source: `like ${like}`, formOn: (date) => formLike(entry, date, currency) };
    }
    if (accrue !== '' && entry && accounts.data) {
      const ofResult = new Set(
        accounts.data.flatMap(({ number, element }) =>
          element === 'expense' || element === 'revenue' ? [number] : [],
        ),
      );
      const isOfResult = (number: string): boolean => ofResult.has(number);
      return {
        origin: `accrued, as ${entry.number} of ${shortDate(parseCivilDate(entry.date))} was`,
        source: `accrual ${accrue}`,
        date: accrualDate(entry),
        formOn: (date) => formOfAccrual(entry, isOfResult, date, currency),
      };
    }
    if (isMissingBill) {
      const date = missingBillDate(today);
      return {
        origin: 'a bill that has not come, accrued and reversed',
        source: `accrual ${accrue}`,
        date,
        formOn: (shown) => formOfMissingBill(shown, date),
      };
    }
    if (adjust !== '') {
      const end = parseCivilDate(books.to);
      return {
        origin: adjust === BY_HAND ? 'adjusting' : `adjusts ${adjust}`,
        source: `adjustment of ${adjust}`,
        date: checkDate(end, 'adjusting', booksForDates(books)).ok ? end : undefined,
        formOn: (date) => formOfAdjustment(adjust === BY_HAND ? '' : adjust, date),
      };
    }
    if (source !== '') {
      return {
        origin: 'of a paper',
        source: `paper ${source}`,
        formOn: (date) => ({ ...emptyForm(date), attachments: [Number(source)] }),
      };
    }
    if (pattern === '' || !kept) return undefined;
    return {
      origin: `from the pattern “${kept.name}”`,
      source: `pattern ${pattern}`,
      formOn: (date) => formOfPattern(kept, date, currency),
    };
  })();
  const isNew = draft === '' && from === '' && !isMissingBill && pattern === '' && source === '' && adjust === '';
  return {
    /** Tells one source from another. */
    key: [draft || 'new', like, pattern, correct, wrongLines, accrue, source, adjust].join(' '),
    isNew,
    isDraft: draft !== '',
    draft: draft === '' ? undefined : opened.data,
    beginning,
    isThere: isNew || (draft !== '' ? opened.data !== undefined : beginning !== undefined),
    error:
      opened.error ??
      before.error ??
      accounts.error ??
      (isGone ? new Error('There is no such pattern any more.') : patterns.error),
  };
}

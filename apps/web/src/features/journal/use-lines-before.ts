import type { Dispatch, KeyboardEvent, RefObject } from 'react';
import { flushSync } from 'react-dom';
import { useBooks } from '../../api/books-queries.js';
import type { EntryForm, FormEvent } from './entry-form.js';
import { linesLike } from './entry-request.js';
import { isBlank } from './form-line.js';
import { useEntriesBefore } from './use-entries-before.js';

/** Offers the lines of the entry before with the same explanation, while there are none; Alt L takes them. */
export function useLinesBefore(form: EntryForm, dispatch: Dispatch<FormEvent>, sheet: RefObject<HTMLElement | null>) {
  const { currency } = useBooks();
  const { usedBefore, contactsBefore, same } = useEntriesBefore(form);
  const offered = form.lines.every(isBlank) ? same : undefined;
  const take = (): void => {
    if (!offered) return;
    flushSync(() => dispatch({ type: 'lines-taken', lines: linesLike(offered, currency) }));
    // an amount is what differs most often
    const amount = sheet.current?.querySelector<HTMLInputElement>('tr[data-line="0"] [data-column="debit"] input');
    amount?.focus();
    amount?.select();
  };
  return {
    /** Accounts that entries like this one used. */
    usedBefore,
    /** Contacts that they named. */
    contactsBefore,
    offered,
    take,
    /** @returns whether it was the key that takes them */
    onKeyDown: (event: KeyboardEvent): boolean => {
      if (!event.altKey || event.code !== 'KeyL') return false;
      event.preventDefault();
      take();
      return true;
    },
  };
}

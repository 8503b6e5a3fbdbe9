import type { AccountResponse, DetailItemResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';

/** Whether an account may be made up of things that were taken on one by one. */
export function hasThings({ control, element, role }: AccountResponse): boolean {
  return control === null && element === 'asset' && role !== 'cash';
}

/** An item of an account's detail in few words: what is open of it, and until when. */
export function describedItem({ amount, dueDate, currency, foreignAmount }: DetailItemResponse): string {
  return [currency ? `${currency} ${foreignAmount}` : amount, dueDate && `due ${shortDate(parseCivilDate(dueDate))}`]
    .filter(Boolean)
    .join(', ');
}

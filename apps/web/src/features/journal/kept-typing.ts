import { useEffect, useState } from 'react';
import type { EntryForm } from './entry-form.js';

/** An entry that is half typed, as the browser's tab keeps it over a reload or a look elsewhere. */
export interface KeptTyping {
  readonly form: EntryForm;
  /** The key that makes the posting of just this entry happen once. */
  readonly key: string;
  /** The version of the draft that it goes on from, if it does. */
  readonly version?: number | undefined;
  readonly at: string;
}

const placeOf = (organisation: number, draft: string): string =>
  `just-ledger.typing.${organisation}.${draft || 'new'}`;

/** What was half typed here before, if anything. */
export function keptTyping(organisation: number, draft: string): KeptTyping | undefined {
  try {
    return JSON.parse(sessionStorage.getItem(placeOf(organisation, draft)) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what is half typed for another place, or forgets it. */
export function keepTyping(organisation: number, draft: string, typing: KeptTyping | undefined): void {
  try {
    if (typing) sessionStorage.setItem(placeOf(organisation, draft), JSON.stringify(typing));
    else sessionStorage.removeItem(placeOf(organisation, draft));
  } catch {
    // a tab without storage keeps nothing; what is typed still stands on the sheet
  }
}

/**
 * Keeps an entry as it is typed.
 *
 * @param isTyped whether anything has been typed that the sheet did not begin with: else there is nothing to keep
 */
export function useKeptTyping(
  organisation: number,
  draft: string,
  typing: Omit<KeptTyping, 'at'>,
  isTyped: boolean,
): void {
  const { form, key, version } = typing;
  useEffect(() => {
    keepTyping(organisation, draft, isTyped ? { form, key, version, at: new Date().toISOString() } : undefined);
  }, [organisation, draft, form, key, version, isTyped]);
}

/** What was half typed before, read once when the sheet begins. */
export function useTypingBefore(organisation: number, draft: string): KeptTyping | undefined {
  const [before] = useState(() => keptTyping(organisation, draft));
  return before;
}

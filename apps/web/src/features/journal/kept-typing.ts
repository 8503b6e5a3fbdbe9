import { useEffect, useRef, useState } from 'react';
import { openTabs, tabName } from '../../api/open-tabs.js';
import { randomKey } from '../../api/random-key.js';
import type { EntryForm } from './entry-form.js';

/** What is half typed, an entry or held lines, as the browser keeps it until it is posted or given up. */
export interface KeptTyping<Form = EntryForm> {
  readonly form: Form;
  /** The key that makes the posting of just this happen once. */
  readonly key: string;
  /** The version of the draft that it goes on from, if it does. */
  readonly version?: number | undefined;
  /** What it was begun from, other than a draft: an entry that was posted, a pattern. */
  readonly source?: string | undefined;
  readonly at: string;
}

/** Where lines are held: it stands in the place of a draft's id. */
export const HELD_LINES = 'held lines';

/** What is typed into: by whom, told by e-mail address, in which books, and the draft, or nothing for a new entry. */
export interface TypingPlace {
  readonly person: string;
  readonly organisation: number;
  readonly draft: string;
}

const prefixOf = ({ person, organisation, draft }: TypingPlace): string =>
  `just-ledger.typing ${person} ${organisation} ${draft || 'new'} `;

/** So many lines are written down at each key; more of them a moment later. */
const FEW = 100;
/** That moment, in milliseconds. */
const MOMENT = 300;

/** What was half typed in a tab, if anything; in this one unless another is named. */
export function keptTyping<Form = EntryForm>(
  typingPlace: TypingPlace,
  tab = tabName(),
): KeptTyping<Form> | undefined {
  try {
    return JSON.parse(localStorage.getItem(prefixOf(typingPlace) + tab) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what is half typed in a tab, or forgets it. */
export function keepTyping<Form>(
  typingPlace: TypingPlace,
  typing: KeptTyping<Form> | undefined,
  tab = tabName(),
): void {
  try {
    if (typing) localStorage.setItem(prefixOf(typingPlace) + tab, JSON.stringify(typing));
    else localStorage.removeItem(prefixOf(typingPlace) + tab);
  } catch {
    // a browser without storage keeps nothing; what is typed still stands on the sheet
  }
}

/**
 * Keeps what is typed over a reload, a closed tab, a crash.
 *
 * @param isTyped whether anything has been typed that the sheet did not begin with: else there is nothing to keep
 * @param lines how many there are of it
 */
export function useKeptTyping<Form>(
  { person, organisation, draft }: TypingPlace,
  typing: Omit<KeptTyping<Form>, 'at'>,
  isTyped: boolean,
  lines: number,
): void {
  const { form, key, version, source } = typing;
  const write = useRef<() => void>(undefined);
  useEffect(() => {
    const typingKey = { person, organisation, draft };
    const now = (): void => {
      write.current = undefined;
      keepTyping(typingKey, isTyped ? { form, key, version, source, at: new Date().toISOString() } : undefined);
    };
    if (lines <= FEW || !isTyped) return now();
    write.current = now;
    const timer = setTimeout(() => write.current?.(), MOMENT);
    return () => clearTimeout(timer);
  }, [person, organisation, draft, form, key, version, source, isTyped, lines]);
  useEffect(() => {
    const last = (): void => write.current?.();
    window.addEventListener('pagehide', last);
    return () => {
      window.removeEventListener('pagehide', last);
      last();
    };
  }, []);
}

/**
 * What was half typed before in this tab, read once when the sheet begins. What was begun from something else is laid
 * aside, as if its tab had been closed: it is offered, and nothing of it is lost.
 */
export function useTypingBefore<Form = EntryForm>(
  typingPlace: TypingPlace,
  source = '',
): KeptTyping<Form> | undefined {
  const [before] = useState(() => {
    const typing = keptTyping<Form>(typingPlace);
    if (!typing || (typing.source ?? '') === source) return typing;
    keepTyping(typingPlace, typing, randomKey());
    keepTyping(typingPlace, undefined);
    return undefined;
  });
  return before;
}

/** What was half typed in a tab that is open no more. */
export interface LeftTyping<Form = EntryForm> extends KeptTyping<Form> {
  readonly tab: string;
}

/** What was left half typed in tabs that have been closed since, or have crashed; the latest first. */
export async function leftTyping<Form = EntryForm>(typingPlace: TypingPlace): Promise<LeftTyping<Form>[]> {
  const prefix = prefixOf(typingPlace);
  const tabs = Object.keys(localStorage).flatMap((key) => (key.startsWith(prefix) ? [key.slice(prefix.length)] : []));
  if (tabs.every((tab) => tab === tabName())) return [];
  const open = await openTabs();
  return tabs
    .filter((tab) => !open.has(tab))
    .flatMap((tab) => {
      const typing = keptTyping<Form>(typingPlace, tab);
      return typing ? [{ ...typing, tab }] : [];
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}

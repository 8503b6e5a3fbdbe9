import { useEffect, useRef, useState } from 'react';
import { openTabs, tabName } from '../../api/open-tabs.js';
import type { EntryForm } from './entry-form.js';

/** An entry that is half typed, as the browser keeps it until it is posted or given up. */
export interface KeptTyping {
  readonly form: EntryForm;
  /** The key that makes the posting of just this entry happen once. */
  readonly key: string;
  /** The version of the draft that it goes on from, if it does. */
  readonly version?: number | undefined;
  readonly at: string;
}

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
export function keptTyping(place: TypingPlace, tab = tabName()): KeptTyping | undefined {
  try {
    return JSON.parse(localStorage.getItem(prefixOf(place) + tab) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what is half typed in a tab, or forgets it. */
export function keepTyping(place: TypingPlace, typing: KeptTyping | undefined, tab = tabName()): void {
  try {
    if (typing) localStorage.setItem(prefixOf(place) + tab, JSON.stringify(typing));
    else localStorage.removeItem(prefixOf(place) + tab);
  } catch {
    // a browser without storage keeps nothing; what is typed still stands on the sheet
  }
}

/**
 * Keeps an entry as it is typed, over a reload, a closed tab, a crash.
 *
 * @param isTyped whether anything has been typed that the sheet did not begin with: else there is nothing to keep
 */
export function useKeptTyping(
  { person, organisation, draft }: TypingPlace,
  typing: Omit<KeptTyping, 'at'>,
  isTyped: boolean,
): void {
  const { form, key, version } = typing;
  const write = useRef<() => void>(undefined);
  useEffect(() => {
    const place = { person, organisation, draft };
    const now = (): void => {
      write.current = undefined;
      keepTyping(place, isTyped ? { form, key, version, at: new Date().toISOString() } : undefined);
    };
    if (form.lines.length <= FEW || !isTyped) return now();
    write.current = now;
    const timer = setTimeout(() => write.current?.(), MOMENT);
    return () => clearTimeout(timer);
  }, [person, organisation, draft, form, key, version, isTyped]);
  useEffect(() => {
    const last = (): void => write.current?.();
    window.addEventListener('pagehide', last);
    return () => {
      window.removeEventListener('pagehide', last);
      last();
    };
  }, []);
}

/** What was half typed before in this tab, read once when the sheet begins. */
export function useTypingBefore(place: TypingPlace): KeptTyping | undefined {
  const [before] = useState(() => keptTyping(place));
  return before;
}

/** What was half typed in a tab that is open no more. */
export interface LeftTyping extends KeptTyping {
  readonly tab: string;
}

/** What was left half typed in tabs that have been closed since, or have crashed; the latest first. */
export async function leftTyping(place: TypingPlace): Promise<LeftTyping[]> {
  const prefix = prefixOf(place);
  const tabs = Object.keys(localStorage).flatMap((at) => (at.startsWith(prefix) ? [at.slice(prefix.length)] : []));
  if (tabs.every((tab) => tab === tabName())) return [];
  const open = await openTabs();
  return tabs
    .filter((tab) => !open.has(tab))
    .flatMap((tab) => {
      const typing = keptTyping(place, tab);
      return typing ? [{ ...typing, tab }] : [];
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}

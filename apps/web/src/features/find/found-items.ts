import type { AccountResponse, EntryResponse, FindResponse, KeptReportResponse } from '@just-ledger/contract';
import { bestMatches, type CurrencyCode, parseCivilDate, RELATIVE_SPANS, shortDate } from '@just-ledger/core';
import { shown } from '../../ui/money.js';
import type { ScreenRoute } from '../../ui/screen-route.js';
import { screenInWords } from '../kept-reports/report-settings.js';

/** The kinds of what can be found, in the order in which they are listed. */
export const FOUND_GROUPS = [
  'Opened lately',
  'Dates',
  'Accounts',
  'Contacts',
  'Entries',
  'Amounts',
  'Papers',
  'Patterns',
  'Drafts',
  'Kept reports',
  'Screens',
] as const;

/** Something that was found, and where it opens. */
export interface FoundItem {
  /** Tells it from all others, also tomorrow. */
  readonly key: string;
  readonly group: (typeof FOUND_GROUPS)[number];
  /** What stands before its name: its number, kind or stage. */
  readonly code: string;
  readonly label: string;
  /** What is said beside its name. */
  readonly said?: string;
  /** What is written in it around what is looked for. */
  readonly excerpt?: string;
  readonly figure?: string;
  readonly screen: string;
  readonly params?: Readonly<Record<string, string>>;
  /** Whether it can stand on the second sheet. */
  readonly isOfferedBeside?: boolean;
  /** What is shown of it beside the list. */
  readonly look?:
    | { readonly account: AccountResponse }
    | { readonly contact: string; readonly roles: readonly string[] }
    | { readonly entry: EntryResponse };
}

/** What the books hold, as the browser has it, and what the server has found in them. */
export interface FoundIn {
  readonly currency: CurrencyCode;
  readonly accounts: readonly AccountResponse[];
  readonly kept: readonly KeptReportResponse[];
  readonly screens: readonly ScreenRoute[];
  readonly stages: ReadonlyMap<string, string>;
  readonly answer: FindResponse | undefined;
  /** From the first day of the books to today. */
  readonly ever: { readonly from: string; readonly to: string };
  /** The span that the text says, if it says one. */
  readonly span: { readonly from: string; readonly to: string } | undefined;
}

/** So many of each kind are listed. */
const MOST = 6;

/** Everything that is found for a text, kind by kind; what was opened lately comes first within each. */
export function foundItems(text: string, found: FoundIn, lately: readonly FoundItem[]): FoundItem[] {
  if (text.trim() === '')
    return lately
      .flatMap((item) => asItIs(item, found))
      .map((item) => ({ ...item, group: 'Opened lately' as const }));
  const order = new Map(lately.map(({ key }, index) => [key, index]));
  const items = [
    ...dateItems(found),
    ...accountItems(text, found),
    ...answeredItems(text, found),
    ...bestMatches(found.kept.map(namedReport), text)
      .slice(0, MOST)
      .map(({ report }) => keptItem(report)),
    ...screenItems(text, found),
  ].map((item) => (order.has(item.key) ? { ...item, said: joined(item.said, 'opened lately') } : item));
  const latelyOf = ({ key }: FoundItem): number => order.get(key) ?? lately.length;
  return FOUND_GROUPS.flatMap((group) =>
    items.filter((item) => item.group === group).sort((a, b) => latelyOf(a) - latelyOf(b)),
  );
}

function joined(...texts: (string | undefined)[]): string {
  return texts.filter(Boolean).join(' · ');
}

function dateItems({ span }: FoundIn): FoundItem[] {
  if (!span) return [];
  const [from, to] = [span.from, span.to].map((date) => shortDate(parseCivilDate(date)));
  const label = from === to ? `Entries of ${from}` : `Entries from ${from} to ${to}`;
  return [
    {
      key: `span ${span.from} ${span.to}`,
      group: 'Dates',
      code: 'Journal',
      label,
      screen: 'journal',
      params: { ...span },
    },
  ];
}

function accountItems(text: string, { accounts, currency }: FoundIn): FoundItem[] {
  return bestMatches(
    accounts.filter(({ heading }) => !heading),
    text,
  )
    .slice(0, MOST)
    .map((account) => ({
      key: `account ${account.id}`,
      group: 'Accounts',
      code: account.number,
      label: account.name,
      ...(!account.active && { said: 'retired' }),
      figure: shown(account.balance, currency),
      screen: 'account',
      params: { account: account.number },
      isOfferedBeside: true,
      look: { account },
    }));
}

function answeredItems(text: string, { answer, currency, ever }: FoundIn): FoundItem[] {
  if (!answer) return [];
  const entryItem =
    (group: 'Entries' | 'Amounts') =>
    (entry: EntryResponse): FoundItem => ({
      key: `entry ${entry.number}`,
      group,
      code: entry.number,
      label: entry.explanation,
      said: joined(shortDate(parseCivilDate(entry.date)), entry.reference ?? undefined),
      figure: shown(entry.amount, currency),
      screen: 'journal',
      params: { entry: entry.number },
      isOfferedBeside: true,
      look: { entry },
    });
  const shownAlready = new Set(answer.entries.map(({ number }) => number));
  return [
    ...answer.contacts.map(({ id, number, name, roles }): FoundItem => ({
      key: `contact ${id}`,
      group: 'Contacts',
      code: roles[0] ?? 'contact',
      label: name,
      said: `number ${number}`,
      // of whom nothing is owed to or by, there is no statement of account
      ...(roles.includes('customer') || roles.includes('supplier')
        ? { screen: 'contact', params: { contact: number }, isOfferedBeside: true }
        : { screen: 'contacts', params: { contact: String(id) } }),
      look: { contact: name, roles },
    })),
    ...answer.entries.map(entryItem('Entries')),
    ...(answer.entryCount === null || answer.entryCount > answer.entries.length
      ? [
          {
            key: `entries ${text.trim()}`,
            group: 'Entries' as const,
            code: 'Journal',
            label: `All that have “${text.trim()}”`,
            screen: 'journal',
            params: { ...ever, text: text.trim() },
          },
        ]
      : []),
    ...answer.ofAmount.filter(({ number }) => !shownAlready.has(number)).map(entryItem('Amounts')),
    ...answer.papers.map(({ id, name, entry, excerpt }): FoundItem => ({
      key: `paper ${id}`,
      group: 'Papers',
      code: entry ?? 'no entry',
      label: name,
      ...(excerpt !== null && { excerpt }),
      screen: 'papers',
      params: { paper: String(id) },
      isOfferedBeside: true,
    })),
    ...answer.patterns.map(({ id, name }): FoundItem => ({
      key: `pattern ${id}`,
      group: 'Patterns',
      code: 'Entry',
      label: name,
      screen: 'entry',
      params: { pattern: String(id) },
    })),
    ...answer.drafts.map(({ id, date, explanation }): FoundItem => ({
      key: `draft ${id}`,
      group: 'Drafts',
      code: 'Draft',
      label: explanation,
      said: date,
      screen: 'entry',
      params: { draft: String(id) },
    })),
  ];
}

function namedReport(report: KeptReportResponse) {
  return { number: screenInWords(report.screen), name: report.name, report };
}

/** A kept report opens with its settings, and the days that it has today. */
function keptItem({ id, name, screen, settings, span, from, to }: KeptReportResponse): FoundItem {
  return {
    key: `kept ${id}`,
    group: 'Kept reports',
    code: screenInWords(screen),
    label: name,
    ...(span && { said: RELATIVE_SPANS[span] }),
    screen,
    params: {
      ...Object.fromEntries(settings.map(({ key, value }) => [key, value])),
      ...(from && { from }),
      ...(to && { to }),
      kept: String(id),
    },
  };
}

/** What was opened lately as it is by now: the days of a kept report go on, and one that is kept no longer is none. */
function asItIs(item: FoundItem, { kept }: FoundIn): FoundItem[] {
  if (!item.key.startsWith('kept ')) return [item];
  return kept.filter(({ id }) => item.key === `kept ${id}`).map(keptItem);
}

function screenItems(text: string, { screens, stages }: FoundIn): FoundItem[] {
  const named = screens.map((screen) => ({ number: stages.get(screen.stage) ?? '', name: screen.label, screen }));
  return bestMatches(named, text)
    .slice(0, MOST)
    .map(({ number, name, screen }) => ({
      key: `screen ${screen.path}`,
      group: 'Screens',
      code: number,
      label: name,
      screen: screen.path,
      isOfferedBeside: screen.isOfferedBeside ?? false,
    }));
}

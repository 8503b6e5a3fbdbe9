import { type AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { addDays, type CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { groupsOf } from '../keyed/keyed.js';
import { minor } from '../money/minor.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewedEntry } from './reviewed-entry.js';

/** A document on a control account: what opened it, and what is left of it. */
interface Document {
  readonly account: AccountId;
  readonly contact: number;
  readonly name: string;
  readonly opened: Pick<ReviewedEntry, 'place' | 'number' | 'date'>;
  /** Minor units, positive while something is owed on it. */
  readonly amount: number;
  left: number;
  last: number;
}

/** A document is old from so many days on. */
const OLD = 60;
/** So many later ones of the same contact have to be settled. */
const LATER = 3;
/** Where more than this part of the old documents are passed over, that is how these books are. */
const RARELY = 0.03;

/** Keeps what documents come to, entry by entry; those that were opened before the first entry are left alone. */
export class SettledDocuments {
  private readonly documents = new Map<string, Document>();

  constructor(private readonly chart: Chart) {}

  /** Takes an entry in. In the order of posting. */
  add(entry: ReviewedEntry): void {
    for (const { account: id, amount: signed, contact, document } of entry.lines) {
      const { control } = accountIn(this.chart, id);
      if (control === undefined || contact === undefined || document === undefined || signed === 0) continue;
      const amount = control === 'receivables' ? signed : -signed;
      const key = `${id} ${contact} ${document.trim().toLowerCase()}`;
      const held = this.documents.get(key);
      if (held) {
        held.left += amount;
        held.last = entry.place;
      } else if (amount > 0) {
        const { place, number, date } = entry;
        const opened = { place, number, date };
        this.documents.set(key, { account: id, contact, name: document, opened, amount, left: amount, last: place });
      }
    }
  }

  /** Documents that were paid by more than they came to, and old ones that were passed over while later ones were paid. */
  findings(to: CivilDate): Finding[] {
    return [...this.paidBeyond(), ...this.passedOver(to)];
  }

  private paidBeyond(): Finding[] {
    return [...this.documents.values()]
      .filter(({ left }) => left < 0)
      .map((document) => ({
        id: findingId('paid-beyond', document.account, document.contact, document.name),
        type: 'paid-beyond',
        title: `${document.name} was settled by more than it came to`,
        evidence: [
          { amount: minor(-document.left) },
          ' more than ',
          { amount: minor(document.amount) },
          ` of ${longDate(document.opened.date)}`,
        ],
        account: document.account,
        entries: [document.last, document.opened.place],
      }));
  }

  private passedOver(to: CivilDate): Finding[] {
    const documents = [...this.documents.values()];
    const recent = addDays(to, -OLD);
    const old = documents.filter(({ opened }) => opened.date < recent);
    const overdue = old.filter(({ left }) => left > 0);
    const whose = ({ account, contact }: Document): string => `${account} ${contact}`;
    const owing = new Set(overdue.map(whose));
    const settled = groupsOf(
      documents.filter((document) => document.left === 0 && owing.has(whose(document))),
      whose,
    );
    // enough were opened later and settled, if the last but some was
    const laterSettled = new Map(
      [...settled].map(([key, own]) => [
        key,
        own
          .map(({ opened }) => opened.date)
          .sort()
          .at(-LATER),
      ]),
    );
    const left = overdue.filter((document) => document.opened.date < (laterSettled.get(whose(document)) ?? ''));
    if (left.length > Math.max(2, old.length * RARELY)) return [];
    return left.map((document) => ({
      id: findingId('passed-over', document.account, document.contact, document.name),
      type: 'passed-over',
      title: `${document.name} is open, later ones are settled`,
      evidence: [{ amount: minor(document.left) }, ` open since ${longDate(document.opened.date)}`],
      account: document.account,
      entries: [document.opened.place],
    }));
  }
}

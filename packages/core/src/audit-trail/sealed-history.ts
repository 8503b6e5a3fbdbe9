import { canonicalJson } from './canonical-json.js';
import type { FieldChange, SetUpAction, SetUpSubject } from './set-up-change.js';

/** The version of the sealed form of a record, written into it as `v`. */
const VERSION = 1;

/** A lock, an unlocking, a closing, a reopening or a sign-off, with how far the entries were then. */
export interface SealedEvent {
  /** UTC moment, ISO 8601. */
  readonly at: string;
  readonly event: string;
  /** What it happened to; left out for a sign-off. */
  readonly period?: string | undefined;
  readonly reason: string | null;
  /** How many entries were posted, and the seal of the last. */
  readonly entries: number;
  readonly seal: string;
}

/**
 * The canonical text of an event, which its own seal covers. Who did it is not in it, as with entries: people have other
 * ids where an archive is taken in.
 *
 * @example eventContent({at: '2027-01-04T09:00:00.000Z', event: 'locked', period: '2026-12', reason: null, entries: 3, seal})
 *   // → '{"at":"2027-01-04T09:00:00.000Z","entries":3,"event":"locked","period":"2026-12","seal":"…","v":1}'
 */
export function eventContent({ at, event, period, reason, entries, seal }: SealedEvent): string {
  return canonicalJson({ v: VERSION, at, event, period, reason: reason ?? undefined, entries, seal });
}

/** A change of the set-up. */
export interface SealedChange {
  /** UTC moment, ISO 8601. */
  readonly at: string;
  readonly subject: SetUpSubject;
  readonly object: number;
  readonly title: string;
  readonly action: SetUpAction;
  readonly fields: readonly FieldChange[];
}

/** What has another id where an archive is taken in. */
const OF_INSTALLATION: ReadonlySet<SetUpSubject> = new Set(['organisation', 'person', 'invitation']);

/**
 * The canonical text of a change of the set-up, which its own seal covers. Organisations, people and invitations are told by
 * their title alone.
 *
 * @example changeContent({…, fields: [{field: 'name', from: null, to: 'Rent'}]}) // → '{"action":"added",…"fields":[{"field":"name","to":"Rent"}],…}'
 */
export function changeContent({ at, subject, object, title, action, fields }: SealedChange): string {
  return canonicalJson({
    v: VERSION,
    at,
    subject,
    object: OF_INSTALLATION.has(subject) ? undefined : object,
    title,
    action,
    fields: fields.map(({ field, from, to }) => ({ field, from: from ?? undefined, to: to ?? undefined })),
  });
}

import type { Db } from '../../platform/database/connection.js';

/** Something that happened to an entry, a draft or a paper, as a line of the trail says it. */
export interface TrailEvent {
  /** Tells it from all others of its source. */
  readonly key: number | string;
  readonly organisation: number;
  /** UTC. */
  readonly at: string;
  readonly by: string;
  readonly what: string;
  /** The entry, draft or paper that it happened to. */
  readonly of: string;
  readonly text: string;
  readonly seal: string;
}

/** Up to where a source was read by its moments: since a while before the last one, and what of that was read. */
interface ReadMoments {
  readonly since: string;
  readonly known: readonly string[];
}

/** Up to where each source was read: entries by their place in the chain, all else by its moments. */
export type TrailPositions = Readonly<Record<string, number | ReadMoments>>;

/** So long before the last moment it is looked again, in milliseconds: a clock may have been set back meanwhile. */
const LOOK_BACK = 26 * 60 * 60 * 1_000;

const NUMBER = "e.year || '-' || printf('%04d', e.number)";
const who = (column: string): string => `coalesce((SELECT name FROM person WHERE id = ${column}), '') AS "by"`;

/** The entries of an organisation after a place of its chain. */
const ENTRIES = `SELECT e.place AS key, e.organisation, e.posted_at AS at, ${who('e.posted_by')}, 'posted' AS what,
  ${NUMBER} AS of, e.date || ' ' || e.kind || ' ' || e.source || ': ' || e.explanation || coalesce(' (' || e.reference || ')', '')
  AS text, e.seal FROM entry AS e WHERE e.organisation = ? AND e.place > ? ORDER BY e.place LIMIT ?`;

/** What happens in an organisation beside its chain, since a moment. */
const MOMENTS: Readonly<Record<string, string>> = {
  drafts: `SELECT d.organisation || ' ' || d.draft || ' ' || d.place AS key, d.organisation, d.at, ${who('d.by')},
      'draft ' || d.what AS what, 'draft ' || d.draft || coalesce(', entry ' ||
        (SELECT entry FROM draft_end WHERE organisation = d.organisation AND id = d.draft), '') AS of,
      coalesce(d.text, '') AS text, '' AS seal
    FROM draft_event AS d WHERE d.organisation = ? AND d.at >= ? ORDER BY d.at, d.organisation, d.draft, d.place`,
  papers: `SELECT a.organisation || ' ' || a.id AS key, a.organisation, a.at, ${who('a.by')}, 'paper received' AS what,
      'paper ' || a.id AS of, a.name || ', ' || a.bytes || ' bytes, SHA-256 ' || a.sha256 AS text, '' AS seal
    FROM attachment AS a WHERE a.organisation = ? AND a.at >= ? ORDER BY a.at, a.organisation, a.id`,
  'papers discarded': `SELECT a.organisation || ' ' || a.id || ' ' || a.discarded_at AS key, a.organisation, a.discarded_at AS at,
      ${who('a.discarded_by')}, 'paper discarded' AS what, 'paper ' || a.id AS of, a.name AS text, '' AS seal
    FROM attachment AS a WHERE a.organisation = ? AND a.discarded_at >= ? ORDER BY a.discarded_at, a.organisation, a.id`,
  'papers attached': `SELECT p.organisation || ' ' || p.entry || ' ' || p.place AS key, p.organisation, p.at, ${who('p.by')},
      'paper attached' AS what, ${NUMBER} AS of,
      'paper ' || p.attachment || iif(p.line = 0, '', ', line ' || p.line) AS text, '' AS seal
    FROM entry_attachment AS p JOIN entry AS e ON e.organisation = p.organisation AND e.place = p.entry
    WHERE p.organisation = ? AND p.at >= ? ORDER BY p.at, p.organisation, p.entry, p.place`,
  'papers taken off': `SELECT p.organisation || ' ' || p.entry || ' ' || p.place AS key, p.organisation, p.removed_at AS at,
      ${who('p.removed_by')}, 'paper taken off' AS what, ${NUMBER} AS of,
      'paper ' || p.attachment || ': ' || p.reason AS text, '' AS seal
    FROM entry_attachment AS p JOIN entry AS e ON e.organisation = p.organisation AND e.place = p.entry
    WHERE p.organisation = ? AND p.removed_at >= ? ORDER BY p.removed_at, p.organisation, p.entry, p.place`,
  reversals: `SELECT r.organisation || ' ' || r.entry || ' ' || r.place AS key, r.organisation, r.at, ${who('r.by')},
      iif(r.date IS NULL, 'reversal given up', 'reversal planned') AS what, ${NUMBER} AS of,
      coalesce(r.date, r.reason, '') AS text, '' AS seal
    FROM reversal_plan AS r JOIN entry AS e ON e.organisation = r.organisation AND e.place = r.entry
    WHERE r.organisation = ? AND r.at >= ? ORDER BY r.at, r.organisation, r.entry, r.place`,
};

/** Everything that events are read from: of each organisation its entries, and what happens beside them. */
export function trailSources(db: Db): string[] {
  const organisations = db.$client.prepare<[], number>('SELECT id FROM organisation ORDER BY id').pluck().all();
  return organisations.flatMap(trailSourcesOf);
}

/** Everything that events of an organisation are read from. */
export function trailSourcesOf(organisation: number): string[] {
  return ['entries', ...Object.keys(MOMENTS)].map((source) => `${organisation} ${source}`);
}

/** The next events of a source, and up to where it was read then. */
export function nextEvents(
  db: Db,
  source: string,
  position: TrailPositions[string] | undefined,
  most: number,
): { readonly events: TrailEvent[]; readonly position: TrailPositions[string] | undefined } {
  const [, id = '', name = ''] = /^(\d+) (.+)$/.exec(source) ?? [];
  const organisation = Number(id);
  const moments = MOMENTS[name];
  if (moments === undefined) {
    const statement = db.$client.prepare<[number, number, number], TrailEvent & { readonly key: number }>(ENTRIES);
    const events = statement.all(organisation, typeof position === 'number' ? position : 0, most);
    return { events, position: events.at(-1)?.key ?? position };
  }
  const { since, known } = typeof position === 'object' ? position : { since: '', known: [] };
  const read = new Set(known);
  const recent: TrailEvent[] = [];
  const events: TrailEvent[] = [];
  for (const event of db.$client.prepare<[number, string], TrailEvent>(moments).iterate(organisation, since)) {
    recent.push(event);
    if (!read.has(String(event.key))) events.push(event);
    if (events.length === most) break;
  }
  const last = recent.at(-1);
  if (events.length === 0 || !last) return { events, position };
  const from = new Date(Date.parse(last.at) - LOOK_BACK).toISOString();
  const window = recent.filter(({ at }) => at >= from).map(({ key }) => String(key));
  return { events, position: { since: from, known: window } };
}

/** Whether the books hold fewer entries than have been read of them: an earlier state of them was put in their place. */
export function isEarlier(db: Db, positions: TrailPositions): boolean {
  const last = db.$client.prepare<[number], number>('SELECT max(place) FROM entry WHERE organisation = ?').pluck();
  return Object.entries(positions).some(
    ([source, position]) => typeof position === 'number' && (last.get(Number.parseInt(source, 10)) ?? 0) < position,
  );
}

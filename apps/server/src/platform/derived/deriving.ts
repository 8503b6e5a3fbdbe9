import type { Db } from '../database/connection.js';
import { currentEpoch } from './epoch.js';
import type { Derivation, DerivedFile } from './derivation.js';

/** So many entries are derived from in one transaction; of many more, so many: pages are written less often. */
const BATCH = 2_000;
const LARGE_BATCH = 20_000;

/** So many milliseconds the thread works before it looks whether it is to end. */
const TURN = 200;

interface DerivedTo {
  readonly place: number;
  readonly seal: string;
  readonly epoch: number;
}

/** Derives what is kept beside the books from their entries, a batch at a time. */
export class Deriving {
  private readonly derivedTo;
  private readonly note;
  private readonly sealAt;
  private readonly ends;
  /** What very many entries have been added to, and was not put in order since. */
  private readonly unsettled = new Set<string>();

  /** @param large so many entries are very many */
  constructor(
    private readonly books: Db,
    private readonly derived: DerivedFile,
    private readonly derivations: readonly Derivation[],
    private readonly large = LARGE_BATCH,
  ) {
    this.derivedTo = derived.prepare<[string, number], DerivedTo>(
      'SELECT place, seal, epoch FROM derived_to WHERE name = ? AND organisation = ?',
    );
    this.note = derived.prepare(
      'INSERT OR REPLACE INTO derived_to (name, organisation, place, seal, epoch) VALUES (?, ?, ?, ?, ?)',
    );
    this.sealAt = books.$client
      .prepare<[number, number], string>('SELECT seal FROM entry WHERE organisation = ? AND place = ?')
      .pluck();
    this.ends = books.$client.prepare<[], { organisation: number; place: number }>(
      'SELECT id AS organisation, (SELECT max(place) FROM entry WHERE organisation = o.id) AS place FROM organisation AS o',
    );
  }

  /**
   * Derives from the next batch of entries of whatever is behind.
   *
   * @param epoch what was derived in another is forgotten first
   * @returns whether there is more to do
   */
  step(epoch: number): boolean {
    for (const { organisation, place: end } of this.ends.all()) {
      for (const derivation of this.derivations) {
        const after = this.goOnAfter(derivation, organisation, epoch);
        if (after >= (end ?? 0)) continue;
        const isLarge = end - after > this.large;
        const upTo = Math.min(end, after + (isLarge ? this.large : BATCH));
        this.extend(derivation, organisation, after, upTo, epoch);
        if (isLarge) this.unsettled.add(`${derivation.name} ${organisation}`);
        else if (upTo === end) this.settle(derivation, organisation);
        return true;
      }
    }
    return false;
  }

  /** Works for a while. @returns whether there is more to do */
  turn(): boolean {
    const end = performance.now() + TURN;
    let isBehind = true;
    while (isBehind && performance.now() < end) isBehind = this.step(currentEpoch());
    return isBehind;
  }

  /** The place up to which something is derived from just these entries; what was of others is forgotten. */
  private goOnAfter({ name, tables, forget }: Derivation, organisation: number, epoch: number): number {
    const to = this.derivedTo.get(name, organisation);
    if (!to) return 0;
    if (to.epoch === epoch && this.sealAt.get(organisation, to.place) === to.seal) return to.place;
    this.derived.transaction(() => {
      for (const table of Object.keys(tables)) {
        this.derived.prepare(`DELETE FROM "${table}" WHERE organisation = ?`).run(organisation);
      }
      forget?.(this.derived, organisation);
      this.derived.prepare('DELETE FROM derived_to WHERE name = ? AND organisation = ?').run(name, organisation);
    })();
    return 0;
  }

  private settle({ name, settle }: Derivation, organisation: number): void {
    if (!this.unsettled.delete(`${name} ${organisation}`)) return;
    this.derived.transaction(() => settle?.(this.derived, organisation))();
  }

  private extend(derivation: Derivation, organisation: number, after: number, upTo: number, epoch: number): void {
    this.derived.transaction(() => {
      derivation.extend(this.books, this.derived, { organisation, after, upTo });
      this.note.run(derivation.name, organisation, upTo, this.sealAt.get(organisation, upTo), epoch);
    })();
  }
}

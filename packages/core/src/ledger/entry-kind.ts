/** What an entry is for. Closing entries come from closing, reversing ones from reversing. */
export const ENTRY_KINDS = ['ordinary', 'opening', 'adjusting', 'reversing', 'closing'] as const;

/** One of {@link ENTRY_KINDS}. */
export type EntryKind = (typeof ENTRY_KINDS)[number];

/** The kinds a person can write. */
export const TYPED_KINDS = ['ordinary', 'adjusting', 'opening'] as const satisfies readonly EntryKind[];

/** Where entries come from. */
export const ENTRY_SOURCES = [
  'manual',
  'recurring',
  'take-on',
  'closing',
  'import',
  'invoice',
  'payment',
  'revaluation',
  'depreciation',
  'between-organisations',
  'tax-settlement',
] as const;

/** One of {@link ENTRY_SOURCES}. */
export type EntrySource = (typeof ENTRY_SOURCES)[number];

/** What decides in which trial balance an entry counts. */
export const STAGES = ['opening', 'ordinary', 'adjusting', 'closing'] as const;

/** One of {@link STAGES}. */
export type Stage = (typeof STAGES)[number];

/**
 * The stage of an entry: that of its kind. A reversal within the fiscal year takes the stage of what it reverses, so
 * that both are left out together; in a later year it is ordinary.
 *
 * @param reverses for a reversing entry: the stage of the other one, and whether both lie in one fiscal year
 * @example stageOf('reversing', {stage: 'adjusting', sameYear: true}) // → 'adjusting'
 */
export function stageOf(kind: EntryKind, reverses?: { readonly stage: Stage; readonly sameYear: boolean }): Stage {
  if (kind !== 'reversing') return kind;
  return reverses?.sameYear ? reverses.stage : 'ordinary';
}

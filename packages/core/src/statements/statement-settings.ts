import type { CivilDate } from '../dates/civil-date.js';
import { ROUNDINGS, type Rounding } from '../money/rounding.js';
import type { IncomeStatementForm } from './income-statement.js';
import { STATEMENTS, type StatementKey } from './statement-row.js';

/** How statements are drawn, as it is chosen, kept and asked for. */
export interface StatementSettings {
  readonly form: IncomeStatementForm;
  /** The statements that are shown, in their order. */
  readonly statements: readonly StatementKey[];
  /** What stands beside the days; see `columnsOf`. */
  readonly columns: string | undefined;
  /** Whether the change could be told, and whether it is. */
  readonly change: { readonly isPossible: boolean; readonly isTold: boolean };
  readonly rounding: Rounding | undefined;
  /** The day by whose knowledge they are drawn; none where they stand beside what is known now. */
  readonly asKnownOn: CivilDate | undefined;
  readonly isAgainstNow: boolean;
  /** Whether the notes stand with them; if there are any where nothing is chosen. */
  readonly notes: '' | 'yes' | 'no';
}

/**
 * Reads how statements are drawn from settings by their key, as an address or a kept report has them: `form`, `statements`
 * parted by points, `columns`, `change`, `rounding`, `against`, `notes`. What cannot be read is as usual.
 *
 * @param setting empty where nothing is chosen
 * @param known the day by whose knowledge they are asked for
 * @example statementSettings((key) => ({ columns: 'years:1' })[key] ?? '', undefined).change.isTold // → true
 */
export function statementSettings(setting: (key: string) => string, known: CivilDate | undefined): StatementSettings {
  const isAgainstNow = known !== undefined && setting('against') === 'now';
  const columns = isAgainstNow ? `known-on:${known}` : setting('columns') || undefined;
  const isPossible = isAgainstNow || /^(years|periods)/.test(columns ?? '');
  const change = setting('change');
  const isTold = isPossible && (change ? change === 'yes' : isAgainstNow || columns?.endsWith(':1') === true);
  const named = setting('statements').split('.');
  const chosen = STATEMENTS.filter((key) => named.includes(key));
  const notes = setting('notes');
  return {
    form: setting('form') === 'single-step' ? 'single-step' : 'multi-step',
    statements: chosen.length > 0 ? chosen : STATEMENTS,
    columns,
    change: { isPossible, isTold },
    rounding: ROUNDINGS.find((rounding) => rounding === setting('rounding')),
    asKnownOn: isAgainstNow ? undefined : known,
    isAgainstNow,
    notes: notes === 'yes' || notes === 'no' ? notes : '',
  };
}

import { keysOf } from '@just-ledger/core';
import { paths, withQuery } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { Choices } from '../../ui/choices.js';
import layout from '../../ui/layout.module.css';
import { Toggle } from '../../ui/toggle.js';
import styles from './chain.module.css';
import { BESIDE, type StatementParams, STATEMENTS } from './use-statement-params.js';

/** Which statements are on the desk, in which form, and which columns stand in all of them. */
export function StatementChoices({ params }: { params: StatementParams }) {
  const { organisation } = useBooks();
  const { form, shown, beside, change, asked } = params;
  const { to: asAt, ...days } = asked;
  const files = {
    income: withQuery(paths.incomeStatementCsv(organisation.id), { ...asked, form }),
    equity: withQuery(paths.equityStatementCsv(organisation.id), { ...asked }),
    'balance-sheet': withQuery(paths.balanceSheetCsv(organisation.id), { ...days, asAt }),
    'cash-flow': withQuery(paths.cashFlowCsv(organisation.id), { ...asked }),
  };
  return (
    <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small no-print')}>
      <span className={layout.choices} role="group" aria-label="Statements on the desk">
        {keysOf(STATEMENTS).map((key) => (
          <Toggle key={key} isSmall isOn={shown.has(key)} onClick={() => params.toggle(key)}>
            {STATEMENTS[key]}
          </Toggle>
        ))}
      </span>
      {shown.has('income') && (
        <Choices
          isSmall
          label="Form of the income statement"
          value={form}
          choices={[
            ['multi-step', 'Multi-step'],
            ['single-step', 'Single-step'],
          ]}
          onChoose={params.setForm}
        />
      )}
      <ChoiceField
        className={styles.beside}
        value={beside}
        displayEmpty
        ariaLabel="Columns"
        choices={params.choices.map((key) => [key, BESIDE[key]])}
        onChange={params.setBeside}
      />
      {change.isPossible && (
        <Toggle isSmall isOn={change.isTold} onClick={() => params.setChange(!change.isTold)}>
          Change
        </Toggle>
      )}
      <span className={clsx(layout.row, styles.saves)}>
        <span className="soft">Save as CSV:</span>
        {keysOf(STATEMENTS)
          .filter((key) => shown.has(key))
          .map((key) => (
            <a key={key} className="act" href={files[key]} download={`${key}.csv`}>
              {STATEMENTS[key].toLowerCase()}
            </a>
          ))}
        <button className="act" type="button" onClick={() => window.print()}>
          Print
        </button>
      </span>
    </div>
  );
}

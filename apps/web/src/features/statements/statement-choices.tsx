import { paths, STATEMENTS, type StatementKey, withQuery } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { Choices } from '../../ui/choices.js';
import { DateField } from '../../ui/date-field.js';
import { FoldedWhenNarrow } from '../../ui/folded-when-narrow.js';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { PrintedFile } from '../../ui/printed-file.js';
import { Toggle } from '../../ui/toggle.js';
import styles from './chain.module.css';
import { besideLabel, STATEMENT_LABELS, type StatementParams } from './use-statement-params.js';

/** Which statements are on the desk, in which form, and which columns stand in all of them. */
export function StatementChoices({
  params,
  hasNotes,
}: {
  params: StatementParams;
  /** Whether the notes are shown. */
  hasNotes: boolean;
}) {
  const { organisation } = useBooks();
  const { form, shown, beside, change, asked } = params;
  const { to: asAt, ...days } = asked;
  const files: Record<StatementKey, string> = {
    'income-statement': withQuery(paths.incomeStatementCsv(organisation.id), { ...asked, form }),
    'equity-statement': withQuery(paths.equityStatementCsv(organisation.id), { ...asked }),
    'balance-sheet': withQuery(paths.balanceSheetCsv(organisation.id), { ...days, asAt }),
    'cash-flow-statement': withQuery(paths.cashFlowCsv(organisation.id), { ...asked }),
  };
  const statements = STATEMENTS.filter((key) => shown.has(key)).join(',');
  const noted = hasNotes ? { notes: 'true' } : {};
  const printed = withQuery(paths.statementsPdf(organisation.id), {
    ...asked,
    ...noted,
    form,
    statements,
    sign: 'true',
  });
  return (
    <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small no-print')}>
      <span className={layout.choices} role="group" aria-label="Statements on the desk">
        {STATEMENTS.map((key) => (
          <Toggle key={key} isSmall isOn={shown.has(key)} onClick={() => params.toggle(key)}>
            {STATEMENT_LABELS[key]}
          </Toggle>
        ))}
        <Toggle isSmall isOn={hasNotes} onClick={() => params.setNotes(!hasNotes)}>
          Notes
        </Toggle>
      </span>
      <FoldedWhenNarrow label="Form, columns, files">
        {shown.has('income-statement') && (
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
          choices={params.choices.map((key) => [key, besideLabel(key)])}
          onChange={params.setBeside}
        />
        {change.isPossible && (
          <Toggle isSmall isOn={change.isTold} onClick={() => params.setChange(!change.isTold)}>
            Change
          </Toggle>
        )}
        <ChoiceField
          className={styles.rounded}
          value={params.rounding}
          displayEmpty
          ariaLabel="Rounding"
          choices={[
            ['', 'to the cent'],
            ['units', 'in whole units'],
            ['thousands', 'in thousands'],
          ]}
          onChange={params.setRounding}
        />
        <span className={clsx(layout.row, layout.unwrapped)}>
          <span className="soft">as known on</span>
          <KnownField params={params} />
          {params.against.isPossible && (
            <Toggle isSmall isOn={params.against.isTold} onClick={() => params.setAgainst(!params.against.isTold)}>
              beside now
            </Toggle>
          )}
        </span>
        <span className={clsx(layout.row, styles.saves)}>
          <span className="soft">Save as</span>
          <a
            className="act"
            href={withQuery(paths.statementsWorkbook(organisation.id), { ...asked, ...noted, form, statements })}
            download
          >
            XLSX
          </a>
          <span className="soft">or CSV:</span>
          {STATEMENTS.filter((key) => shown.has(key)).map((key) => (
            <a key={key} className="act" href={files[key]} download={`${key}.csv`}>
              {STATEMENT_LABELS[key].toLowerCase()}
            </a>
          ))}
          <PrintedFile href={printed} />
        </span>
      </FoldedWhenNarrow>
    </div>
  );
}

/** The day by whose knowledge the statements are drawn. What is typed stands at once, whatever is still being drawn. */
function KnownField({ params }: { params: StatementParams }) {
  const { to } = useBooks();
  const [typed, setTyped] = useState(params.known);
  return (
    <DateField
      near={to}
      placeholder="today"
      value={typed}
      error={typed !== '' && typedDay(typed, to) === undefined}
      onChange={(text) => {
        setTyped(text);
        params.setKnown(text);
      }}
      className={styles.known}
      ariaLabel="As known on"
    />
  );
}

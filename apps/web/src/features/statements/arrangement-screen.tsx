import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import type { ArrangedStatementsResponse, StatementHeading } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { useSheetParam } from '../../api/address.js';
import { arrangedStatementsQuery, arrangementQuery, useArrange } from '../../api/arrangement-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { Choices } from '../../ui/choices.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { shown } from '../../ui/money.js';
import { ProofMark } from '../../ui/proof-mark.js';
import sheetStyles from '../../ui/sheet.module.css';
import statement from '../../ui/statement.module.css';
import { useCommitKey } from '../../ui/use-commit-key.js';
import styles from './arrangement.module.css';
import { allUsual, requestOf } from './arrangement-edits.js';
import { outlineOf } from './arrangement-outline.js';
import { ArrangementOutline } from './arrangement-outline-list.js';
import chain from './chain.module.css';
import { EquityTable } from './equity-table.js';
import { Heading, StatementTable } from './statement-table.js';
import { useArranging } from './use-arranging.js';

/** How the statements are arranged: what they list on the left, and on the right what they look like with it. */
export default function ArrangementScreen() {
  const { organisation, from, to, may } = useBooks();
  const { data: kept, refetch } = useSuspenseQuery(arrangementQuery(organisation.id));
  const arranging = useArranging(organisation.id, kept);
  const arrange = useArrange(organisation.id);
  const [asksForm, setForm] = useSheetParam('form');
  const form = asksForm === 'single-step' ? asksForm : 'multi-step';
  const { data: drawn, error } = useQuery({
    ...arrangedStatementsQuery(organisation.id, { from, to, form }, arranging.request),
    enabled: may('setUp'),
  });
  const mayArrange = may('setUp');
  const keep = (): void => {
    if (arranging.isChanged && !arrange.isPending)
      arrange.mutate(arranging.request, { onSuccess: arranging.begin, onError: () => void refetch() });
  };
  useCommitKey(keep, mayArrange);
  const usual = allUsual(arranging.now);
  const isUsual = JSON.stringify(requestOf(usual, kept)) === JSON.stringify(requestOf(arranging.now, kept));
  return (
    <div className={clsx(sheetStyles.panes, styles.panes)}>
      <section
        data-sheet
        className={clsx(sheetStyles.sheet, styles.outlineSheet)}
        aria-label="Arrangement"
        tabIndex={-1}
      >
        <div className={sheetStyles.top ?? ''}>
          <h1>Arrangement of the statements</h1>
        </div>
        <Allowed act="setUp" isTold>
          {null}
        </Allowed>
        {arranging.isBehind && (
          <p className={notice.error}>
            Somebody arranged the statements meanwhile.{' '}
            <button type="button" className="act" onClick={() => arranging.begin(kept)}>
              Begin anew from theirs
            </button>
          </p>
        )}
        {arrange.error && !arranging.isBehind && <p className={notice.error}>{arrange.error.message}</p>}
        <ArrangementOutline arranging={arranging} rows={outlineOf(arranging.now, kept)} mayArrange={mayArrange} />
        {mayArrange && (
          <div className={sheetStyles.foot}>
            <div className={layout.row}>
              <Button variant="contained" disabled={!arranging.isChanged || arrange.isPending} onClick={keep}>
                Save
              </Button>
              <Button variant="outlined" disabled={!arranging.isChanged} onClick={() => arranging.begin(kept)}>
                Cancel
              </Button>
              <button type="button" className="act small" disabled={isUsual} onClick={() => arranging.set(usual)}>
                All as usual
              </button>
            </div>
            <span className="soft small">
              {arranging.isChanged
                ? 'Not saved yet: the statements are as they were.'
                : 'The statements are drawn like this.'}
            </span>
          </div>
        )}
      </section>
      {mayArrange && (
        <section className={styles.drawn} aria-label="The statements with it" tabIndex={0}>
          <div className={clsx(layout.spread, styles.above)}>
            {drawn && <AccountsProof of={drawn} />}
            <Choices
              isSmall
              label="Form of the income statement"
              value={form}
              choices={[
                ['multi-step', 'Multi-step'],
                ['single-step', 'Single-step'],
              ]}
              onChoose={(key) => setForm(key === 'single-step' ? key : undefined)}
            />
          </div>
          {error && <p className={notice.error}>{error.message}</p>}
          {drawn && <Drawn of={drawn} isStepped={form === 'multi-step'} />}
        </section>
      )}
    </div>
  );
}

function Drawn({ of, isStepped }: { of: ArrangedStatementsResponse; isStepped: boolean }) {
  const { incomeStatement: income, equityStatement: equity, balanceSheet: sheet } = of;
  const part = (statementOf: StatementHeading, table: ReactNode): ReactNode => (
    <section
      className={clsx(sheetStyles.sheet, statement.statement, chain.sheet, styles.one)}
      aria-label={statementOf.title}
    >
      <Heading of={statementOf} />
      {table}
    </section>
  );
  return (
    <div className={chain.chain}>
      {part(
        income,
        <StatementTable
          rows={income.rows}
          columns={income.columns}
          money={income}

          isStepped={isStepped}
        />,
      )}
      {part(equity, equity.rows.length > 0 && <EquityTable of={equity} currency={equity.currency} />)}
      {part(sheet, <StatementTable rows={sheet.rows} columns={sheet.columns} money={sheet} />)}
    </div>
  );
}

/** That every account with a figure stands in the statements, and once. */
function AccountsProof({ of: { proof, incomeStatement } }: { of: ArrangedStatementsResponse }) {
  const { holds, inLedger, inStatements } = proof;
  const { currency } = incomeStatement;
  const [ledgerSum, statementsSum] = [shown(proof.ledgerSum, currency), shown(proof.statementsSum, currency)];
  const accounts = (count: number): string => `${count} ${count === 1 ? 'account' : 'accounts'}`;
  return (
    <p className={clsx(styles.proof, 'small')}>
      <ProofMark holds={holds} />{' '}
      {holds
        ? `${accounts(inLedger)} with a figure, each once in the statements: ${ledgerSum} ${currency} either way.`
        : `${accounts(inLedger)} have a figure, ${inStatements} stand in the statements: ${ledgerSum} against ${statementsSum}.`}
    </p>
  );
}

import { type AccountRequest } from '@just-ledger/contract';
import { dayBefore, longDate, parseCivilDate, shortDate, yearBefore } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { FilesLink } from '../../ui/files-link.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { Printed } from '../../ui/printed.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { Choices } from '../../ui/choices.js';
import { AccountForm } from './account-form.js';
import { chartList, earlierResults } from './chart-list.js';
import { ChartRows } from './chart-rows.js';
import styles from './chart-screen.module.css';
import { PrintedChart } from './printed-chart.js';
import { useAccountChange } from './use-account-change.js';

const FILTERS = [
  ['', 'in use'],
  ['balance', 'with a balance'],
  ['retired', 'retired'],
  ['all', 'all'],
] as const;

/** The chart: a ruled list edited in place, with each account's balance now and a year before. */
export default function ChartScreen({ slot }: ScreenProps) {
  const { organisation, currency, calendar, to } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const earlierDay = yearBefore(to);
  const { data: before } = useSuspenseQuery(accountsQuery(organisation.id, earlierDay));
  // before these books begin there is something to compare with only if balances of the old ones were brought in
  const hasYearBefore =
    earlierDay >= dayBefore(calendar.firstDay) || before.some(({ balance }) => Number(balance) !== 0);
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const [only, setOnly] = useSheetParam('only', slot);
  const [find, setFind] = useSheetParam('find', slot);
  const [foldedText, setFolded] = useSheetParam('folded', slot);
  const [isAdding, setAdding] = useState<Partial<AccountRequest>>();
  const folded = useMemo(() => new Set(foldedText.split(' ').filter(Boolean)), [foldedText]);
  const earlier = useMemo(() => new Map(before.map((account) => [account.number, account.balance])), [before]);
  const items = useMemo(() => {
    const filter = { find, only: FILTERS.find(([key]) => key === only)?.[0] ?? '', folded };
    return chartList(accounts, earlier, filter, currency, earlierResults(accounts, earlier, currency));
  }, [accounts, earlier, find, only, folded, currency]);
  const { apply, refused, said, undo, undoError } = useAccountChange();
  const isRefusedInSight = items.some((item) => item.type === 'account' && item.account.id === refused?.id);
  const dates = [hasYearBefore ? shortDate(earlierDay) : '', shortDate(to)] as const;
  const headings = accounts.filter((account) => account.heading).length;
  const toggleFold = (number: string): void => {
    const next = new Set(folded);
    if (!next.delete(number)) next.add(number);
    setFolded([...next].join(' ') || undefined);
  };
  return (
    <Sheet
      title="Chart of accounts"
      aside={`${accounts.length - headings} accounts${headings ? `, ${headings} ${headings === 1 ? 'heading' : 'headings'}` : ''}`}
      tools={
        <>
          <Allowed act="addToSetUp">
            <button className="act" type="button" onClick={() => setAdding({})}>
              Add an account
            </button>
          </Allowed>
          <Printed
            title="Chart of accounts"
            dates={longDate(to)}
            read={() => <PrintedChart items={items} dates={dates} currency={currency} />}
          />
          <FilesLink subject="chart" />
        </>
      }
    >
      <div className={clsx(layout.row, layout.belowClose, layout.wide)}>
        <TextField
          placeholder="number or name"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          className={styles.filter}
          slotProps={{ htmlInput: { 'aria-label': 'Find an account' } }}
        />
        <Choices
          isSmall
          label="Which accounts"
          value={only}
          choices={FILTERS}
          onChoose={(key) => setOnly(key || undefined)}
        />
      </div>
      {isAdding && (
        <AccountForm
          key={isAdding.parent ?? 'new'}
          accounts={accounts}
          breakdowns={breakdowns}
          start={isAdding}
          onDone={() => setAdding(undefined)}
        />
      )}
      {said && (
        <div className={notice.done} role="status">
          {said}{' '}
          <button className="act" type="button" onClick={undo}>
            Undo
          </button>
        </div>
      )}
      <ErrorMessage error={undoError ?? (isRefusedInSight ? undefined : refused?.error)} />
      {accounts.length === 0 ? (
        <Empty>
          <p>
            The chart says which accounts these books have. Add them one by one, or read a file with at least the
            columns number and name. A whole chart for your kind of organisation can be had under Organisation.
          </p>
        </Empty>
      ) : items.length === 0 ? (
        <p className={sheetStyles.empty}>No account fits.</p>
      ) : (
        <ChartRows
          items={items}
          accounts={accounts}
          breakdowns={breakdowns}
          currency={currency}
          dates={dates}
          apply={apply}
          refused={refused}
          onAdd={setAdding}
          onFold={toggleFold}
        />
      )}
      <span className="visually-hidden">Balances as at {parseCivilDate(to)}</span>
    </Sheet>
  );
}

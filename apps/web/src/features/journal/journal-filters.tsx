import type { AccountResponse } from '@just-ledger/contract';
import { DAY_BOOKS, ENTRY_KINDS } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { type ReactNode, useState } from 'react';
import { AccountField } from '../../ui/account-field.js';
import { FoldedWhenNarrow } from '../../ui/folded-when-narrow.js';
import layout from '../../ui/layout.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { FilterChoice } from './filter-choice.js';
import { FindField } from './find-field.js';
import { FurtherFilters } from './further-filters.js';
import styles from './journal-screen.module.css';
import type { useJournalFilter } from './use-journal-filter.js';

const KINDS = [['', 'any'], ...ENTRY_KINDS.map((kind) => [kind, kind] as const)] as const;
const BOOKS = [['', 'all'], ...DAY_BOOKS.map((book) => [book, book] as const)] as const;

/** What the journal is filtered by: the usual ones, and further ones where they are asked for or in use. */
export function JournalFilters({
  filters,
  accounts,
  slot,
  children,
}: ScreenProps & {
  filters: ReturnType<typeof useJournalFilter>;
  /** Those of which one can be chosen; left out where all is of one account. */
  accounts?: readonly AccountResponse[];
  /** Choices of how it is shown, before the further filters. */
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(filters.further > 0);
  const inUse = [accounts ? filters.account : '', filters.kind, filters.book, filters.amount].filter(
    (value) => value !== '',
  ).length;
  // where all is of one account, more room is left to its lines
  const kinds = (
    <>
      <FilterChoice label="Kind" value={filters.kind} onChange={filters.setKind} choices={KINDS} />
      <FilterChoice label="Day book" value={filters.book} onChange={filters.setBook} choices={BOOKS} />
    </>
  );
  return (
    <div className={clsx(styles.around, 'no-print')}>
      <div className={clsx(styles.filters, !accounts && styles.few)}>
        <FindField value={filters.text} onChange={filters.setText} />
        <FoldedWhenNarrow label={`By account, kind, amount${inUse > 0 ? `: ${inUse} in use` : ''}`}>
          {accounts && (
            <div>
              <label className="small soft" htmlFor={`only-${slot}`}>
                Account
              </label>
              <div id={`only-${slot}`} className={styles.ofAccount}>
                <AccountField
                  accounts={accounts.filter((account) => !account.heading)}
                  value={filters.account}
                  label="Only entries on account"
                  placeholder="any"
                  onChange={filters.setAccount}
                />
              </div>
            </div>
          )}
          {accounts && kinds}
          <TextField
            label="Amount"
            placeholder="any, or 100 to 500"
            value={filters.amount}
            error={filters.isAmountUnread}
            onChange={(event) => filters.setAmount(event.target.value)}
          />
        </FoldedWhenNarrow>
      </div>
      <p className={clsx(layout.row, layout.belowClose, 'small')}>
        {children}
        <button className="act" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Fewer filters' : 'More filters'}
        </button>
        {filters.further > 0 && !isOpen && <span className="brass"> {filters.further} in use</span>}
      </p>
      {isOpen && <FurtherFilters filters={filters}>{!accounts && kinds}</FurtherFilters>}
    </div>
  );
}

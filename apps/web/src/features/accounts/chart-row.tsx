import type { AccountRequest, AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import { ErrorMessage } from '../../ui/sheet.js';
import { AccountForm } from './account-form.js';
import { AccountRow } from './account-row.js';
import type { ChartItem } from './chart-list.js';
import styles from './chart.module.css';
import { PartRow } from './part-row.js';
import type { RowProps } from './row-props.js';

/** How an account is open in the list: written in its place, or its particulars unfolded under it. */
export type OpenAs = 'writing' | 'unfolded' | undefined;

/** A row of the chart, and under an account what was refused of its last change and its particulars, if they are open. */
export function ChartRow({
  item,
  openAs,
  refused,
  accounts,
  breakdowns,
  onOpen,
  onClose,
  onFold,
  onWritten,
  ...row
}: RowProps & {
  item: ChartItem;
  openAs: OpenAs;
  refused: Error | undefined;
  accounts: readonly AccountResponse[];
  breakdowns: readonly BreakdownResponse[];
  onOpen: (as: OpenAs) => void;
  /** Closes what is open; the focus goes back to the row. */
  onClose: () => void;
  onFold: (number: string) => void;
  onWritten: (account: AccountResponse, change: Partial<AccountRequest>, goOn: boolean) => void;
}) {
  if (item.type === 'part') return <PartRow item={item} {...row} />;
  const { account } = item;
  return (
    <>
      <AccountRow
        item={item}
        {...row}
        isWriting={openAs === 'writing'}
        isUnfolded={openAs === 'unfolded'}
        onWrite={() => onOpen('writing')}
        onUnfold={() => onOpen(openAs === 'unfolded' ? undefined : 'unfolded')}
        onFold={() => onFold(account.number)}
        onWritten={(change, goOn) => onWritten(account, change, goOn)}
        onLeave={onClose}
      />
      {refused && (
        <div className={styles.unfolded} role="row">
          <div role="gridcell">
            <ErrorMessage error={refused} />
          </div>
        </div>
      )}
      {openAs === 'unfolded' && (
        <div className={styles.unfolded} role="row">
          <div role="gridcell">
            <AccountForm accounts={accounts} breakdowns={breakdowns} account={account} onDone={onClose} />
          </div>
        </div>
      )}
    </>
  );
}

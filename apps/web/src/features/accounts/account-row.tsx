import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { AccountRequest } from '@just-ledger/contract';
import { elementFromNumber } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { traits } from './account-traits.js';
import type { ChartItem } from './chart-list.js';
import styles from './chart.module.css';
import { quiet } from './quiet-balance.js';
import type { RowProps } from './row-props.js';
import { WrittenAccount } from './written-account.js';

/** An account: number and name written in place, its traits, its balance a year before and now. */
export function AccountRow({
  item,
  currency,
  hasEarlier,
  at,
  isWriting,
  isUnfolded,
  onWrite,
  onUnfold,
  onFold,
  onWritten,
  onLeave,
  ...row
}: RowProps & {
  item: Extract<ChartItem, { type: 'account' }>;
  isWriting: boolean;
  isUnfolded: boolean;
  onWrite: () => void;
  onUnfold: () => void;
  onFold: () => void;
  onWritten: (change: Partial<AccountRequest>, goOn: boolean) => void;
  onLeave: () => void;
}) {
  const address = useAddress();
  const { may } = useBooks();
  const { account } = item;
  const { setNodeRef: dropRef, isOver } = useDroppable({ id: account.number, disabled: account.lines > 0 });
  const { setNodeRef: gripRef, listeners } = useDraggable({ id: account.number, disabled: !may('setUp') });
  return (
    <div
      ref={dropRef}
      role="row"
      aria-rowindex={at + 1}
      aria-level={item.depth + 1}
      aria-expanded={account.heading ? !item.isFolded : undefined}
      data-key={account.number}
      className={clsx(styles.line, isOver ? styles.over : isWriting || isUnfolded ? styles.chosen : '')}
      onDoubleClick={() => !isWriting && onWrite()}
      {...row}
    >
      <span
        ref={gripRef}
        data-grip
        className={styles.grip}
        title="Drag under a heading, or onto a part"
        {...listeners}
        aria-hidden="true"
      >
        ⋮
      </span>
      {isWriting ? (
        <WrittenAccount account={account} depth={item.depth} onWritten={onWritten} onLeave={onLeave} />
      ) : (
        <>
          <span role="gridcell" className="soft">
            {account.number}
          </span>
          <span role="gridcell" className={styles.nameCell} style={{ paddingLeft: item.depth * 16 }}>
            {account.heading ? (
              <button className="plain strong" type="button" tabIndex={-1} onClick={onFold}>
                {item.isFolded ? '+ ' : ''}
                {account.name}
              </button>
            ) : (
              <Link
                className="plain"
                to={address.href('account', { account: account.number })}
                title={`${account.name}: open its ledger`}
                tabIndex={-1}
              >
                {account.name}
              </Link>
            )}
            {elementFromNumber(account.number) !== account.element && (
              <span className="brass small"> · number outside its series</span>
            )}
          </span>
        </>
      )}
      <span role="gridcell" className={clsx(styles.traits, 'soft small')}>
        {traits(account)}{' '}
        <button className="act small" type="button" aria-expanded={isUnfolded} tabIndex={-1} onClick={onUnfold}>
          change
        </button>
      </span>
      <span role="gridcell" className={account.heading ? 'num soft strong' : 'num soft'}>
        {hasEarlier && quiet(item.balances.earlier, currency)}
      </span>
      <span role="gridcell" className={account.heading ? 'num strong' : 'num'}>
        {quiet(item.balances.now, currency)}
      </span>
    </div>
  );
}

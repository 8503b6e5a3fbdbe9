import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { AccountRequest, AccountResponse } from '@just-ledger/contract';
import { ACCOUNT_ROLES, type AccountRole, type CurrencyCode, elementFromNumber, type Minor } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import type { ChartItem } from './chart-list.js';
import styles from './chart.module.css';
import { WrittenAccount } from './written-account.js';

interface RowProps {
  readonly currency: CurrencyCode;
  /** Whether there are balances of a year before to show. */
  readonly hasEarlier: boolean;
  readonly at: number;
  readonly tabIndex: number;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly onFocus: () => void;
}

/** An element or one of its parts, with its sum; accounts are dropped on a part to stand at its top. */
export function PartRow({
  item,
  currency,
  hasEarlier,
  at,
  ...row
}: RowProps & { item: Extract<ChartItem, { type: 'part' }> }) {
  const { setNodeRef, isOver } = useDroppable({ id: item.key, disabled: item.classification === undefined });
  return (
    <div
      ref={setNodeRef}
      role="row"
      aria-rowindex={at + 1}
      aria-level={item.depth + 1}
      data-key={item.key}
      className={clsx(styles.line, styles.part, isOver && styles.over)}
      {...row}
    >
      <span role="presentation" />
      <span role="presentation" />
      <span role="gridcell" style={{ paddingLeft: item.depth * 16 }}>
        {item.label}
      </span>
      <span role="presentation" />
      <span role="gridcell" className="num soft">
        {hasEarlier && quiet(item.balances.earlier, currency)}
      </span>
      <span role="gridcell" className="num">
        {quiet(item.balances.now, currency)}
      </span>
    </div>
  );
}

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
  const { setNodeRef: gripRef, listeners } = useDraggable({ id: account.number, disabled: !may('approver') });
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

/** A balance; a dash for none, so that the eye finds those there are. */
export function quiet(amount: Minor, currency: CurrencyCode): string {
  return amount === 0 ? '–' : displayed(amount, currency);
}

/** What is special about an account, in few words. */
function traits(account: AccountResponse): string {
  return [
    account.role && account.role !== 'cash' && ACCOUNT_ROLES[account.role as AccountRole]?.label.toLowerCase(),
    account.role === 'cash' && 'cash or bank',
    account.control && 'control',
    account.contra && !account.role && 'contra',
    account.currency &&
      [account.currency, shown(account.foreignBalance, account.currency as CurrencyCode)].filter(Boolean).join(' '),
    !account.typedEntries && !account.role && 'no typed entries',
    account.breakdowns.length > 0 && `needs ${account.breakdowns.join(', ').toLowerCase()}`,
    account.taxCode && `tax ${account.taxCode}`,
    !account.active && 'retired',
  ]
    .filter(Boolean)
    .join(' · ');
}

import type { ContactResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { VirtualList } from '../../ui/virtual-list.js';
import styles from './contact-list.module.css';

/** The contacts that were asked for, by keyboard and pointer. */
export function ContactList({
  contacts,
  chosen,
  onChoose,
}: {
  contacts: readonly ContactResponse[];
  chosen: string;
  onChoose: (id: string) => void;
}) {
  return (
    <VirtualList items={contacts} keyOf={({ id }) => String(id)}>
      {({ id, number, name, roles, mergedInto, terms }) => (
        <button
          type="button"
          data-key={id}
          className={clsx(styles.contactRow, chosen === String(id) && styles.chosen, 'plain')}
          aria-current={chosen === String(id)}
          onClick={() => onChoose(String(id))}
        >
          <span className="soft">{number}</span>
          <span className={layout.clip}>{name}</span>
          <span className={clsx(layout.clip, 'soft small')}>
            {mergedInto === null ? roles.join(', ') : 'merged into another'}
          </span>
          <span className="soft small num">{terms ?? ''}</span>
        </button>
      )}
    </VirtualList>
  );
}

import { useSuspenseQuery } from '@tanstack/react-query';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { AccountField } from '../../ui/account-field.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import styles from './account-screen.module.css';
import { LedgerSheet } from './ledger-sheet.js';

/** The ledger of one account: brought forward, each entry with the balance after it, and on to the entry. */
export default function AccountScreen({ slot }: ScreenProps) {
  const { organisation, to } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [number, setNumber] = useSheetParam('account', slot);
  const choose = (
    <div className={styles.ofAccount}>
      <AccountField
        accounts={accounts.filter((account) => !account.heading)}
        value={number}
        label="Account"
        placeholder="number or name"
        autoFocus={number === ''}
        onChange={(chosen) => setNumber(chosen || undefined)}
      />
    </div>
  );
  if (!accounts.some((account) => account.number === number)) {
    return (
      <Sheet title="Account ledger">
        {choose}
        <Empty>
          <p>Choose an account by its number or part of its name.</p>
        </Empty>
      </Sheet>
    );
  }
  return <LedgerSheet number={number} choose={choose} slot={slot} />;
}

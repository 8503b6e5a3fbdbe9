import type { SetUpChangeResponse } from '@just-ledger/contract';
import { longDate, SET_UP_SUBJECTS, keysOf } from '@just-ledger/core';
import { useSuspenseInfiniteQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { useSheetParam } from '../../api/address.js';
import { setUpChangesQuery } from '../../api/audit-trail-queries.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { Printed } from '../../ui/printed.js';
import ruled from '../../ui/ruled.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { Choices } from '../../ui/choices.js';
import styles from './changes-screen.module.css';
import { Difference, when } from './trail.js';

/** The audit trail: who changed what of the set-up, the latest first. */
export default function ChangesScreen({ slot }: ScreenProps) {
  const { organisation, today } = useBooks();
  const [subject, setSubject] = useSheetParam('subject', slot);
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    setUpChangesQuery(organisation.id, subject || undefined),
  );
  const changes = data.pages.flat();
  const whole = async (): Promise<ReactNode> => {
    let read = { data, hasNextPage };
    while (read.hasNextPage) {
      const { data: more, hasNextPage: goesOn, error } = await fetchNextPage();
      if (error) throw error;
      read = { data: more ?? read.data, hasNextPage: goesOn };
    }
    return <ChangesTable changes={read.data.pages.flat()} />;
  };
  return (
    <Sheet
      title="Changes of the set-up"
      aside="entries are never changed, so they are not here"
      tools={<Printed title="Changes of the set-up" dates={longDate(today)} read={whole} />}
    >
      <div className={clsx(layout.row, layout.wide, layout.belowClose)}>
        <Choices<string>
          isSmall
          label="Changes of what"
          value={subject}
          choices={[
            ['', 'all'],
            ...keysOf(SET_UP_SUBJECTS).map((key) => [key, SET_UP_SUBJECTS[key].toLowerCase()] as const),
          ]}
          onChoose={(key) => setSubject(key || undefined)}
        />
      </div>
      {changes.length === 0 ? (
        <Empty>
          <p>
            Whoever adds, changes or removes an account, a breakdown, a contact or the organisation’s own particulars
            is named here.
          </p>
        </Empty>
      ) : (
        <ChangesTable changes={changes} />
      )}
      {hasNextPage && (
        <p className={layout.aboveClose}>
          <button className="act" type="button" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {isFetchingNextPage ? 'Reading …' : 'Earlier changes'}
          </button>
        </p>
      )}
    </Sheet>
  );
}

function ChangesTable({ changes }: { changes: readonly SetUpChangeResponse[] }) {
  return (
    <table className={ruled.table}>
      <thead>
        <tr>
          <th className={styles.when}>When</th>
          <th className={styles.who}>Who</th>
          <th className={styles.what}>What</th>
          <th>From, to</th>
        </tr>
      </thead>
      <tbody>
        {changes.map((change) => (
          <tr key={change.id}>
            <td className="soft nowrap">{when(change)}</td>
            <td>{change.by}</td>
            <td>
              <span className="soft">{SET_UP_SUBJECTS[change.subject]}</span> {change.title}
            </td>
            <td>
              <Difference change={change} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

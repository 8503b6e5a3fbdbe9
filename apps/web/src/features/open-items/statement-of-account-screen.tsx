import { paths, type StatementOfAccountResponse, withQuery } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
import { useInfiniteQuery, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { statementOfAccountQuery } from '../../api/open-item-queries.js';
import layout from '../../ui/layout.module.css';
import { Printed } from '../../ui/printed.js';
import { AccountStatement } from './account-statement.js';
import { PrintedStatement } from './printed-statement.js';
import styles from './statement-of-account-screen.module.css';
import { wholeStatement } from './whole-statement.js';

import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';

/** What passed between the organisation and one contact, and what is still open. */
export default function StatementOfAccountScreen({ slot }: ScreenProps) {
  const { organisation, from, to } = useBooks();
  const [contact, setContact] = useSheetParam('contact', slot);
  const { data: contacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const { data, error, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery({
    ...statementOfAccountQuery(organisation.id, contact, from, to),
    enabled: contact !== '',
  });
  const [first] = data?.pages ?? [];
  const status = contacts.filter(({ mergedInto }) => mergedInto === null);
  const chosen = status.find(({ number, name }) => number === contact || name === contact)?.number ?? '';
  return (
    <Sheet
      title="Statement of account"
      aside={first && datesOf(first)}
      tools={
        first && (
          <>
            <Printed
              title={`Statement of account, ${first.name}`}
              dates={datesOf(first)}
              read={async () => (
                <PrintedStatement statement={await wholeStatement(organisation.id, contact, from, to)} />
              )}
            />
            <a
              className="act"
              href={withQuery(paths.statementOfAccountCsv(organisation.id), { contact, from, to })}
              download={`statement-${first.number}.csv`}
            >
              Save as CSV
            </a>
          </>
        )
      }
    >
      <TextField
        select
        label="Contact"
        value={chosen}
        className={clsx(layout.below, styles.equityAccount)}
        onChange={(event) => setContact(event.target.value)}
      >
        {status.map(({ number, name }) => (
          <MenuItem key={number} value={number}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <ErrorMessage error={error} />
      {data && first ? (
        <AccountStatement
          statement={{ ...first, lines: data.pages.flatMap(({ lines }) => lines) }}
          onMore={hasNextPage ? () => void fetchNextPage() : undefined}
          isReading={isFetchingNextPage}
        />
      ) : (
        contact === '' && (
          <Empty>
            <p>Choose a customer or supplier, here or from the aged balances.</p>
          </Empty>
        )
      )}
    </Sheet>
  );
}

function datesOf({ from, to }: StatementOfAccountResponse): string {
  return `${shortDate(parseCivilDate(from))} to ${shortDate(parseCivilDate(to))}`;
}

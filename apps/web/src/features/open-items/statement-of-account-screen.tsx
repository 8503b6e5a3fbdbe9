import { paths, withQuery } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { statementOfAccountQuery } from '../../api/open-item-queries.js';
import layout from '../../ui/layout.module.css';
import { AccountStatement } from './account-statement.js';
import styles from './statement-of-account-screen.module.css';

import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';

/** What passed between the organisation and one contact, and what is still open. */
export default function StatementOfAccountScreen({ slot }: ScreenProps) {
  const { organisation, from, to } = useBooks();
  const [contact, setContact] = useSheetParam('contact', slot);
  const { data: contacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const { data, error } = useQuery({
    ...statementOfAccountQuery(organisation.id, contact, from, to),
    enabled: contact !== '',
  });
  const status = contacts.filter(({ mergedInto }) => mergedInto === null);
  const chosen = status.find(({ number, name }) => number === contact || name === contact)?.number ?? '';
  return (
    <Sheet
      title="Statement of account"
      aside={data && `${shortDate(parseCivilDate(data.from))} to ${shortDate(parseCivilDate(data.to))}`}
      tools={
        data && (
          <a
            className="act"
            href={withQuery(paths.statementOfAccountCsv(organisation.id), { contact, from, to })}
            download={`statement-${data.number}.csv`}
          >
            Save as CSV
          </a>
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
      {data ? (
        <AccountStatement of={data} />
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

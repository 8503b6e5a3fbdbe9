import { CONTACT_ROLES, longDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { FilesLink } from '../../ui/files-link.js';
import layout from '../../ui/layout.module.css';
import { Printed, PrintedRows } from '../../ui/printed.js';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { Choices } from '../../ui/choices.js';
import { ContactList } from './contact-list.js';
import { ContactSheet } from './contact-sheet.js';
import styles from './contacts-screen.module.css';

/** Customers, suppliers, members, employees, authorities: a list, and one of them beside it. */
export default function ContactsScreen() {
  const { organisation, today } = useBooks();
  const { data: contacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const [find, setFind] = useSheetParam('find');
  const [role, setRole] = useSheetParam('role');
  const [chosen, choose] = useSheetParam('contact');
  const text = find.trim().toLowerCase();
  const wanted = contacts.filter(
    (contact) =>
      (role === 'retired' ? !contact.active : contact.active) &&
      (role === '' || role === 'retired' || contact.roles.includes(role)) &&
      `${contact.number} ${contact.name} ${contact.email ?? ''} ${contact.bank?.iban ?? ''}`
        .toLowerCase()
        .includes(text),
  );
  const chosenContact = contacts.find((contact) => String(contact.id) === chosen);
  return (
    <Panes>
      <Pane>
        <Sheet
          title="Contacts"
          aside={`${contacts.filter((contact) => contact.active).length.toLocaleString('en')} in use`}
          tools={
            <>
              <Allowed act="addToSetUp">
                <button className="act" type="button" onClick={() => choose('new')}>
                  Add a contact
                </button>
              </Allowed>
              <Printed
                title="Contacts"
                dates={longDate(today)}
                read={() => (
                  <PrintedRows
                    heads={[{ label: 'Number' }, { label: 'Name' }, { label: 'Roles' }, { label: 'Terms' }]}
                    rows={wanted.map(({ number, name, roles, terms }) => [
                      number,
                      name,
                      roles.join(', '),
                      terms ?? '',
                    ])}
                  />
                )}
              />
              <FilesLink subject="contacts" />
            </>
          }
        >
          <div className={clsx(layout.row, layout.belowClose, styles.tools)}>
            <TextField
              placeholder="name, number, IBAN"
              value={find}
              onChange={(event) => setFind(event.target.value)}
              className={styles.role}
              slotProps={{ htmlInput: { 'aria-label': 'Find a contact' } }}
            />
            <Choices
              isSmall
              label="Which contacts"
              value={role}
              choices={['', ...CONTACT_ROLES, 'retired'].map((key) => [
                key,
                key === '' ? 'all' : key === 'authority' ? 'authorities' : key === 'retired' ? key : `${key}s`,
              ])}
              onChoose={(key) => setRole(key || undefined)}
            />
          </div>
          {contacts.length === 0 ? (
            <Empty>
              <p>
                Whoever owes these books something or is owed by them stands here. Lines on receivables and payables
                name one of them.
              </p>
              <p>
                <Allowed act="addToSetUp">
                  <button className="act" type="button" onClick={() => choose('new')}>
                    Add the first one
                  </button>
                </Allowed>
              </p>
            </Empty>
          ) : wanted.length === 0 ? (
            <p className={sheetStyles.empty}>No contact fits.</p>
          ) : (
            <ContactList contacts={wanted} chosen={chosen} onChoose={choose} />
          )}
        </Sheet>
      </Pane>
      {(chosenContact || chosen === 'new') && (
        <Pane>
          <ContactSheet
            key={chosenContact?.id ?? 'new'}
            contact={chosenContact}
            contacts={contacts}
            onKept={(id) => choose(String(id))}
            onLeave={() => choose(undefined)}
          />
        </Pane>
      )}
    </Panes>
  );
}

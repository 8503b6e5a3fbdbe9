import { ENTRY_SOURCES, readBreakdowns, writeBreakdowns } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { peopleQuery } from '../../api/people-queries.js';
import { ContactField } from '../../ui/contact-field.js';
import { Picker } from '../../ui/picker.js';
import { FilterChoice } from './filter-choice.js';
import styles from './journal-screen.module.css';
import type { useJournalFilter } from './use-journal-filter.js';

const SOURCES = [
  ['', 'any'],
  ...ENTRY_SOURCES.map((source) => [source, source.replaceAll('-', ' ')] as const),
] as const;

const PAPER = [
  ['', 'any'],
  ['with', 'with a paper'],
  ['without', 'lacking one'],
] as const;

const REVERSED = [
  ['', 'any'],
  ['yes', 'reversed'],
  ['no', 'still standing'],
] as const;

/** Filters by contact, document, source, papers, reversals, who posted, and the values of breakdowns. */
export function FurtherFilters({
  filters,
  children,
}: {
  filters: ReturnType<typeof useJournalFilter>;
  children: ReactNode;
}) {
  const { organisation } = useBooks();
  const { data: contacts = [] } = useQuery(contactsQuery(organisation.id));
  const { data: breakdowns = [] } = useQuery(breakdownsQuery(organisation.id));
  const { data: people = [] } = useQuery(peopleQuery(organisation.id));
  // a name that is only half typed does not empty the list
  const [who, setWho] = useState(filters.contact);
  const only = (name: string): void => {
    setWho(name);
    if (name === '' || contacts.some((contact) => contact.name === name)) filters.setContact(name);
  };
  const values = readBreakdowns(filters.breakdowns) ?? {};
  return (
    <div className={styles.filters}>
      {children}
      <div>
        <span className="small soft">Contact</span>
        <div className={styles.ofAccount}>
          <ContactField
            contacts={contacts}
            value={who}
            label="Only entries of contact"
            wrong={who !== '' && who !== filters.contact ? 'No such contact' : undefined}
            onChange={only}
          />
        </div>
      </div>
      <TextField
        label="Document"
        placeholder="its number"
        value={filters.document}
        onChange={(event) => filters.setDocument(event.target.value)}
      />
      <FilterChoice label="Source" value={filters.source} onChange={filters.setSource} choices={SOURCES} />
      <FilterChoice label="Paper" value={filters.paper} onChange={filters.setPaper} choices={PAPER} />
      <FilterChoice label="Reversed" value={filters.reversed} onChange={filters.setReversed} choices={REVERSED} />
      <Picker
        freeSolo
        options={people.map(({ name }) => name)}
        value={filters.by}
        autoSelect
        onChange={(_, name) => filters.setBy(name ?? '')}
        renderInput={(field) => <TextField {...field} label="Posted by" placeholder="anybody" />}
      />
      {breakdowns.map(({ name, values: all }) => (
        <FilterChoice
          key={name}
          label={name}
          value={values[name] ?? ''}
          onChange={(value) => {
            const { [name]: _, ...others } = values;
            filters.setBreakdowns(writeBreakdowns(value === '' ? others : { ...others, [name]: value }));
          }}
          choices={[['', 'any'], ...all.map((breakdownValue) => [breakdownValue.name, breakdownValue.name] as const)]}
        />
      ))}
    </div>
  );
}

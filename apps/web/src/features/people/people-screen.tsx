import { MEMBER_ROLES } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { peopleQuery } from '../../api/people-queries.js';
import ruled from '../../ui/ruled.module.css';
import { Pane, Panes, Sheet } from '../../ui/sheet.js';
import { InviteForm } from './invite-form.js';
import { OpenInvitations } from './open-invitations.js';
import { OutboxSheet } from './outbox-sheet.js';
import styles from './people.module.css';
import { PersonRow } from './person-row.js';

/** Who may do what in these books, who is invited, and the messages that wait to be handed on. */
export default function PeopleScreen() {
  const { organisation, may } = useBooks();
  const { data: people } = useSuspenseQuery(peopleQuery(organisation.id));
  const [isInviting, setInviting] = useState(false);
  return (
    <Panes>
      <Pane>
        <Sheet
          title="People"
          aside={people.length === 1 ? 'only you' : `${people.length} people`}
          tools={
            may('people') && (
              <button className="act" type="button" onClick={() => setInviting(true)}>
                Invite somebody
              </button>
            )
          }
        >
          {isInviting && <InviteForm onDone={() => setInviting(false)} />}
          <table className={ruled.table}>
            <thead>
              <tr>
                <th>Name</th>
                <th>Role</th>
                <th>Since</th>
                <th>
                  <span className="visually-hidden">What to do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {people.map((person) => (
                <PersonRow key={person.id} person={person} />
              ))}
            </tbody>
          </table>
          {may('people') && <OpenInvitations />}
          <dl className={clsx(styles.roles, 'small soft')}>
            {Object.values(MEMBER_ROLES).map(({ label, may: does }) => (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </Sheet>
      </Pane>
      {may('people') && (
        <Pane>
          <OutboxSheet />
        </Pane>
      )}
    </Panes>
  );
}

import { MEMBER_ROLES } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { peopleQuery } from '../../api/people-queries.js';
import { Pane, Sheet } from '../../ui/sheet.js';
import { InviteForm } from './invite-form.js';
import { OpenInvitations } from './open-invitations.js';
import { OutboxSheet } from './outbox-sheet.js';
import { PersonRow } from './person-row.js';

/** Who may do what in these books, who is invited, and the messages that wait to be handed on. */
export default function PeopleScreen() {
  const { organisation, may } = useBooks();
  const { data: people } = useSuspenseQuery(peopleQuery(organisation.id));
  const [isInviting, setInviting] = useState(false);
  return (
    <div className="list-and-one">
      <div className="place">
        <Sheet
          title="People"
          aside={people.length === 1 ? 'only you' : `${people.length} people`}
          tools={
            may('owner') && (
              <button className="act" type="button" onClick={() => setInviting(true)}>
                Invite somebody
              </button>
            )
          }
        >
          {isInviting && <InviteForm onDone={() => setInviting(false)} />}
          <table className="ruled">
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
          {may('owner') && <OpenInvitations />}
          <dl className="roles small soft">
            {Object.values(MEMBER_ROLES).map(({ label, may: does }) => (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </Sheet>
      </div>
      {may('owner') && (
        <Pane>
          <OutboxSheet />
        </Pane>
      )}
    </div>
  );
}

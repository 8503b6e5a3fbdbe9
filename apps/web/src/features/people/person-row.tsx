import { ChoiceField } from '../../ui/choice-fields.js';
import { paths, type PersonResponse } from '@just-ledger/contract';
import { dayOf, MEMBER_ROLE_KEYS, MEMBER_ROLES, type MemberRole, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './person-row.module.css';

/** A person with their role; an owner changes it here, or takes the place away after a second word. */
export function PersonRow({ person }: { person: PersonResponse }) {
  const { organisation, may } = useBooks();
  const [isGoing, setGoing] = useState(false);
  const path = paths.person(organisation.id, person.id);
  const change = useOrganisationMutation((role: MemberRole) => api.put(path, { role, version: person.version }));
  const remove = useOrganisationMutation(() => api.delete(path, person));
  const error = change.error ?? remove.error;
  return (
    <>
      <tr>
        <td>
          {person.name}
          {person.you && <span className="soft small"> (you)</span>}
          <div className="soft small">{person.email}</div>
        </td>
        <td>
          {may('people') ? (
            <ChoiceField
              variant="standard"
              value={person.role}
              disabled={change.isPending}
              onChange={(role) => change.mutate(role)}
              isUnderlined={false}
              ariaLabel={`Role of ${person.name}`}
              choices={MEMBER_ROLE_KEYS.map((role) => [role, MEMBER_ROLES[role].label])}
            />
          ) : (
            MEMBER_ROLES[person.role].label
          )}
        </td>
        <td className="soft nowrap">{person.since && shortDate(dayOf(person.since))}</td>
        <td className={styles.changing}>
          {may('people') &&
            (isGoing ? (
              <span className={clsx(layout.row, layout.toEnd, 'small')}>
                <button className="act" type="button" onClick={() => remove.mutate(undefined)}>
                  remove
                </button>
                <button className="act" type="button" autoFocus onClick={() => setGoing(false)}>
                  keep it
                </button>
              </span>
            ) : (
              <button
                className="act small"
                type="button"
                aria-label={`Remove ${person.name}`}
                onClick={() => setGoing(true)}
              >
                remove …
              </button>
            ))}
        </td>
      </tr>
      {error && (
        <tr>
          <td colSpan={4}>
            <ErrorMessage error={error} />
          </td>
        </tr>
      )}
    </>
  );
}

import { paths } from '@just-ledger/contract';
import { dayOf, MEMBER_ROLES, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { invitationsQuery } from '../../api/people-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Invitations that have not been taken. */
export function OpenInvitations() {
  const { organisation } = useBooks();
  const { data: invitations } = useSuspenseQuery(invitationsQuery(organisation.id));
  const withdraw = useOrganisationMutation((id: number) =>
    api.delete(paths.organisationInvitation(organisation.id, id)),
  );
  if (invitations.length === 0) return null;
  return (
    <section aria-label="Invited" className={layout.aboveWide}>
      <h2>Invited</h2>
      <ErrorMessage error={withdraw.error} />
      <table className={ruled.table}>
        <tbody>
          {invitations.map(({ id, email, role, invitedBy, expiresAt, expired }) => (
            <tr key={id}>
              <td>
                {email}
                <div className="soft small">
                  by {invitedBy},{' '}
                  <span className={expired ? 'brick' : ''}>
                    {expired ? 'ran out on' : 'until'} {shortDate(dayOf(expiresAt))}
                  </span>
                </div>
              </td>
              <td>{MEMBER_ROLES[role].label}</td>
              <td className="num">
                <button
                  className="act small"
                  type="button"
                  aria-label={`Withdraw the invitation of ${email}`}
                  onClick={() => withdraw.mutate(id)}
                >
                  withdraw
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

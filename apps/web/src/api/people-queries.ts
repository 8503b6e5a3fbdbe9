import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';
import { useOrganisationMutation } from './use-organisation-mutation.js';

/** The people of an organisation. */
export const peopleQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'people'],
    queryFn: () => api.get(paths.people(id)),
  });

/** The invitations that have not been taken. */
export const invitationsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'invitations'],
    queryFn: () => api.get(paths.invitations(id)),
  });

/** What the outbox holds. */
export const outboxQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'outbox'],
    queryFn: () => api.get(paths.outbox(id)),
  });

/** What a link offers. */
export const offerQuery = (token: string) =>
  queryOptions({
    queryKey: ['invitation', token],
    queryFn: () => api.get(paths.invitation(token)),
    retry: false,
  });

/** Tries a message again that waits, or was refused. */
export function useTryMessage(organisation: number) {
  return useOrganisationMutation((message: number) => api.post(paths.tryMessage(organisation, message), undefined));
}

/** Makes the link that a message is about; it is told this once. */
export function useMakeLink(organisation: number) {
  return useOrganisationMutation(({ message, version }: { message: number; version: number }) =>
    api.post(paths.messageLink(organisation, message), { version }),
  );
}

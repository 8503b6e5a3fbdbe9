import {
  type InvitationResponse,
  type InvitationOffer,
  type OutboxMessageResponse,
  paths,
  type PersonResponse,
} from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** The people of an organisation. */
export const peopleQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'people'],
    queryFn: () => request<PersonResponse[]>('GET', paths.people(id)),
  });

/** The invitations that have not been taken. */
export const invitationsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'invitations'],
    queryFn: () => request<InvitationResponse[]>('GET', paths.invitations(id)),
  });

/** Messages where mail would be sent. */
export const outboxQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'outbox'],
    queryFn: () => request<OutboxMessageResponse[]>('GET', paths.outbox(id)),
  });

/** What a link offers. */
export const offerQuery = (token: string) =>
  queryOptions({
    queryKey: ['invitation', token],
    queryFn: () => request<InvitationOffer>('GET', paths.invitation(token)),
    retry: false,
  });

import { type AccountRequest, type AccountResponse, paths } from '@just-ledger/contract';
import { useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { accountRequest } from './chart-list.js';

/** Keeps a change of an account; what is said of it can be undone. */
export type ApplyChange = (
  account: AccountResponse,
  change: Partial<AccountRequest>,
  said?: string,
  onKept?: () => void,
) => void;

/** A change of one account that was kept, and what it was before. */
interface Kept {
  readonly said: string;
  readonly before: AccountRequest;
  readonly after: AccountResponse;
}

/** Changes accounts one at a time, says what was kept, and undoes it. */
export function useAccountChange() {
  const { organisation } = useBooks();
  const [kept, setKept] = useState<Kept>();
  // whoever is quick changes an account again before the chart has been read again: that builds on what was answered
  const answered = useRef(new Map<number, AccountResponse>());
  const change = useOrganisationMutation(
    async ({ account, to }: { account: AccountResponse; to: Partial<AccountRequest> }) => {
      const last = answered.current.get(account.id);
      const now = last && last.version > account.version ? last : account;
      const request = { ...accountRequest(now, to), version: now.version };
      const after = await api.put(paths.account(organisation.id, account.id), request);
      answered.current.set(account.id, after);
      return { before: accountRequest(now), after };
    },
    'accounts',
  );
  const undo = useOrganisationMutation(({ before, after }: Kept) =>
    api.put(paths.account(organisation.id, after.id), { ...before, version: after.version }),
  );
  const apply: ApplyChange = (account, to, said, onKept) => {
    const onSuccess = (done: Omit<Kept, 'said'>): void => {
      setKept(said ? { said, ...done } : undefined);
      onKept?.();
    };
    change.mutate({ account, to }, { onSuccess });
  };
  return {
    apply,
    /** The account whose last change was refused, and why. */
    refused: change.error && change.variables ? { id: change.variables.account.id, error: change.error } : undefined,
    /** What is said of the last change. */
    said: change.error ? undefined : kept?.said,
    undo: (): void => {
      if (kept && !undo.isPending) undo.mutate(kept, { onSuccess: () => setKept(undefined) });
    },
    undoError: undo.error,
  };
}

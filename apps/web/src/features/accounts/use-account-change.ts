import { type AccountRequest, type AccountResponse, paths } from '@just-ledger/contract';
import { useState } from 'react';
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
  const change = useOrganisationMutation(
    ({ account, to }: { account: AccountResponse; to: Partial<AccountRequest> }) =>
      api.put(paths.account(organisation.id, account.id), {
        ...accountRequest(account, to),
        version: account.version,
      }),
  );
  const undo = useOrganisationMutation(({ before, after }: Kept) =>
    api.put(paths.account(organisation.id, after.id), { ...before, version: after.version }),
  );
  const apply: ApplyChange = (account, to, said, onKept) => {
    const onSuccess = (after: AccountResponse): void => {
      setKept(said ? { said, before: accountRequest(account), after } : undefined);
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

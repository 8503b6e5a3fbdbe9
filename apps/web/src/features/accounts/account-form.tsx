import { AccountRequest, type AccountResponse, type BreakdownResponse, paths } from '@just-ledger/contract';
import { ACCOUNT_DETAILS, textsOr } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { FormFoot } from '../../ui/form-foot.js';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { Trail } from '../audit-trail/trail.js';
import { AccountFields } from './account-fields.js';
import styles from './account-form.module.css';
import { meantPlace, type TypedAccount } from './typed-account.js';

/** An account's particulars: element and place proposed from its number, all changeable that history allows. */
export function AccountForm({
  accounts,
  breakdowns,
  account: opened,
  start = {},
  onDone,
}: {
  accounts: readonly AccountResponse[];
  breakdowns: readonly BreakdownResponse[];
  account?: AccountResponse;
  /** What a new account begins with. */
  start?: Partial<AccountRequest>;
  onDone: () => void;
}) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: account } = lookedAt;
  const save = useOrganisationMutation((body: AccountRequest) =>
    account
      ? api.put(paths.account(organisation.id, account.id), { ...body, version: account.version })
      : api.post(paths.accounts(organisation.id), body),
  );
  const remove = useOrganisationMutation(() =>
    api.delete(paths.account(organisation.id, account?.id ?? 0), { version: account?.version ?? 0 }),
  );
  const isPosted = (account?.lines ?? 0) > 0;
  return (
    <div className={account ? styles.accountForm : clsx(styles.accountForm, styles.new)}>
      <RequestForm
        of={AccountRequest}
        label={account ? `Change ${account.number}` : 'Add an account'}
        values={typedOf(account, start)}
        lookedAt={lookedAt}
        toRequest={(typed) => requestOf(typed, accounts)}
        send={async (request) => {
          await save.mutateAsync(request);
          onDone();
        }}
        foot={({ isPending }) => (
          <>
            <ErrorMessage error={remove.error} />
            <FormFoot
              act={account ? 'setUp' : 'addToSetUp'}
              isNew={!account}
              isPending={isPending}
              onLeave={onDone}
              onRemove={account && !isPosted ? () => remove.mutate(undefined, { onSuccess: onDone }) : undefined}
              removeLabel="remove from the chart"
            />
          </>
        )}
      >
        <AccountFields accounts={accounts} breakdowns={breakdowns} account={account} />
      </RequestForm>
      {account && <Trail subject="account" object={account.id} />}
    </div>
  );
}

/** What the fields hold of an account, or at first of a new one. */
function typedOf(account: AccountResponse | undefined, start: Partial<AccountRequest>): TypedAccount {
  return {
    number: account?.number ?? '',
    name: account?.name ?? '',
    element: account?.element ?? start.element ?? '',
    classification: account?.classification ?? start.classification ?? '',
    parent: account?.parent ?? start.parent ?? '',
    contra: account?.contra ?? false,
    control: Boolean(account?.control),
    currency: account?.currency ?? '',
    typedEntries: account?.typedEntries ?? true,
    active: account?.active ?? true,
    role: account?.role ?? '',
    closesTo: account?.closesTo ?? '',
    share: account?.share?.toString() ?? '',
    settles: account?.settles ?? false,
    breakdowns: account?.breakdowns ?? [],
    taxCode: account?.taxCode ?? '',
    cashFlow: account?.cashFlow ?? '',
    ...textsOr(ACCOUNT_DETAILS, account, ''),
  };
}

/** The account that is meant, with element and place as they are shown. */
function requestOf(typed: TypedAccount, accounts: readonly AccountResponse[]): AccountRequest {
  const { control, share, parent, currency, role, closesTo, taxCode, cashFlow, ...plain } = typed;
  return {
    ...plain,
    ...meantPlace(typed, accounts),
    breakdowns: [...typed.breakdowns],
    ...(parent && { parent }),
    ...(control && { control: 'yes' }),
    ...(currency && { currency }),
    ...(role && { role }),
    ...(closesTo && { closesTo }),
    ...(share && { share: Number(share) }),
    ...(taxCode && { taxCode }),
    ...(cashFlow && { cashFlow }),
  };
}

import { type AccountRequest, type AccountResponse, type BreakdownResponse, paths } from '@just-ledger/contract';
import {
  ACCOUNT_DETAILS,
  ACCOUNT_ROLES,
  type AccountRole,
  type Classification,
  CLASSIFICATIONS,
  classificationsOf,
  CLOSED_ROLES,
  type Element,
  ELEMENT_LABELS,
  elementFromNumber,
  ELEMENTS,
  proposedClassification,
  textsOr,
} from '@just-ledger/core';
import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { taxCodesQuery } from '../../api/tax-code-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { CurrencyField } from '../../ui/choice-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import { OpenYearsNote } from '../../ui/open-years-note.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { TextDetailFields } from '../../ui/text-detail-fields.js';
import { Trail } from '../audit-trail/trail.js';

interface Fields {
  number: string;
  name: string;
  element: string;
  classification: string;
  parent: string;
  contra: boolean;
  control: boolean;
  currency: string;
  typedEntries: boolean;
  active: boolean;
  role: string;
  closesTo: string;
  share: string;
  settles: boolean;
  breakdowns: readonly string[];
  taxCode: string;
}
type Details = Record<keyof typeof ACCOUNT_DETAILS, string>;

const PLACES = [
  'number',
  'name',
  'element',
  'classification',
  'parent',
  'role',
  'currency',
  'closesTo',
  'share',
  'taxCode',
  ...Object.keys(ACCOUNT_DETAILS),
];

/** An account's particulars: element and place proposed from its number, all changeable that history allows. */
export function AccountForm({
  accounts,
  breakdowns,
  account,
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
  const [fields, setFields] = useState<Fields>({
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
    share: account?.share === null || account === undefined ? '' : String(account.share),
    settles: account?.settles ?? false,
    breakdowns: account?.breakdowns ?? [],
    taxCode: account?.taxCode ?? '',
  });
  const [details, setDetails] = useState<Details>(textsOr(ACCOUNT_DETAILS, account, ''));
  const { data: taxCodes } = useQuery(taxCodesQuery(organisation.id));
  const heading = accounts.find((one) => one.number === fields.parent);
  const element = (heading?.element || fields.element || elementFromNumber(fields.number) || 'asset') as Element;
  const classification = (heading?.classification ||
    fields.classification ||
    proposedClassification(element, fields.number)) as Classification;
  const set = (change: Partial<Fields>): void => setFields({ ...fields, ...change });
  const save = useOrganisationMutation(() => {
    const body: AccountRequest = {
      number: fields.number,
      name: fields.name,
      element,
      classification,
      contra: fields.contra,
      typedEntries: fields.typedEntries,
      active: fields.active,
      settles: fields.settles,
      breakdowns: [...fields.breakdowns],
      ...(fields.parent && { parent: fields.parent }),
      ...(fields.control && { control: 'yes' }),
      ...(fields.currency && { currency: fields.currency }),
      ...(fields.role && { role: fields.role }),
      ...(fields.closesTo && { closesTo: fields.closesTo }),
      ...(fields.share && { share: Number(fields.share) }),
      ...(fields.taxCode && { taxCode: fields.taxCode }),
      ...details,
    };
    return account
      ? api.put(paths.account(organisation.id, account.id), { ...body, version: account.version })
      : api.post(paths.accounts(organisation.id), body);
  });
  const remove = useOrganisationMutation(() => api.delete(paths.account(organisation.id, account?.id ?? 0)));
  const { at: wrong, elsewhere } = problemPlaces(save.error, PLACES);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onDone });
  };
  const roles = (Object.keys(ACCOUNT_ROLES) as AccountRole[]).filter((role) =>
    (ACCOUNT_ROLES[role].elements as readonly Element[]).includes(element),
  );
  const isPosted = (account?.lines ?? 0) > 0;
  return (
    <form
      onSubmit={submit}
      style={{ padding: '10px 0 6px', borderBottom: account ? 0 : '1px solid var(--rule)' }}
      aria-label={account ? `Change ${account.number}` : 'Add an account'}
    >
      <div style={{ display: 'grid', gridTemplateColumns: '110px 1.6fr 1fr 1fr', gap: '14px 18px' }}>
        <TextField
          label="Number"
          required
          autoFocus
          value={fields.number}
          onChange={(event) => set({ number: event.target.value })}
          {...wrong('number')}
        />
        <TextField
          label="Name"
          required
          value={fields.name}
          onChange={(event) => set({ name: event.target.value })}
          {...wrong('name')}
        />
        <TextField
          select
          label="Element"
          value={element}
          disabled={isPosted || heading !== undefined}
          onChange={(event) => set({ element: event.target.value, classification: '', role: '' })}
          {...wrong('element', isPosted ? `lines on it: ${account?.lines}` : undefined)}
        >
          {ELEMENTS.map((one) => (
            <MenuItem key={one} value={one}>
              {ELEMENT_LABELS[one]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Shown under"
          value={classification}
          disabled={heading !== undefined}
          onChange={(event) => set({ classification: event.target.value })}
          {...wrong('classification', heading && 'where its heading is')}
        >
          {classificationsOf(element).map((one) => (
            <MenuItem key={one} value={one}>
              {CLASSIFICATIONS[one].label}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          style={{ gridColumn: 'span 2' }}
          label="Under heading"
          value={fields.parent}
          onChange={(event) => set({ parent: event.target.value })}
          {...wrong('parent')}
        >
          <MenuItem value="">none</MenuItem>
          {accounts
            .filter((one) => one.element === element && one.lines === 0 && one.number !== account?.number)
            .map((one) => (
              <MenuItem key={one.id} value={one.number}>
                {one.number} {one.name}
              </MenuItem>
            ))}
        </TextField>
        <TextField
          select
          label="What it does"
          value={fields.role}
          onChange={(event) =>
            set({
              role: event.target.value,
              contra: ['drawings', 'dividends', 'treasury-shares'].includes(event.target.value),
            })
          }
          {...wrong('role')}
        >
          <MenuItem value="">nothing special</MenuItem>
          {roles.map((role) => (
            <MenuItem key={role} value={role}>
              {ACCOUNT_ROLES[role].label}
            </MenuItem>
          ))}
        </TextField>
        <CurrencyField
          label="Own currency"
          value={fields.currency}
          base={organisation.baseCurrency}
          disabled={isPosted}
          onChange={(currency) => set({ currency })}
          {...wrong('currency')}
        />
        {CLOSED_ROLES.has(fields.role as AccountRole) ? (
          <TextField
            select
            label="Closed into"
            value={fields.closesTo}
            onChange={(event) => set({ closesTo: event.target.value })}
            {...wrong('closesTo')}
          >
            <MenuItem value="">where the result goes</MenuItem>
            {accounts
              .filter((one) => one.element === 'equity' && !CLOSED_ROLES.has(one.role as AccountRole))
              .map((one) => (
                <MenuItem key={one.id} value={one.number}>
                  {one.number} {one.name}
                </MenuItem>
              ))}
          </TextField>
        ) : fields.role === 'owner-capital' ? (
          <TextField
            label="Share of the result"
            value={fields.share}
            onChange={(event) => set({ share: event.target.value.replace(/\D/g, '') })}
            {...wrong('share', 'a whole weight, such as 3 of 3 to 2')}
          />
        ) : (
          <span />
        )}
        {taxCodes !== undefined && taxCodes.length > 0 && (
          <TextField
            select
            style={{ gridColumn: 'span 2' }}
            label="Usual tax code"
            value={fields.taxCode}
            onChange={(event) => set({ taxCode: event.target.value })}
            {...wrong('taxCode', 'proposed on new lines')}
          >
            <MenuItem value="">none</MenuItem>
            {taxCodes
              .filter((one) => one.active || one.code === fields.taxCode)
              .map((one) => (
                <MenuItem key={one.id} value={one.code}>
                  {one.code} {one.name}
                </MenuItem>
              ))}
          </TextField>
        )}
        <TextDetailFields
          details={ACCOUNT_DETAILS}
          values={details}
          onChange={(change) => setDetails({ ...details, ...change })}
          at={wrong}
        />
      </div>
      <div className="row" style={{ marginTop: 10 }}>
        {(
          [
            ['contra', 'contra: usually on the opposite side'],
            ...(element === 'asset' || element === 'liability'
              ? [['control', 'control account: each line names a contact']]
              : []),
            ['typedEntries', 'takes typed entries'],
            ['settles', 'documents may be settled with it'],
            ['active', 'in use'],
          ] as [keyof Fields, string][]
        ).map(([field, label]) => (
          <FormControlLabel
            key={field}
            control={
              <Checkbox
                size="small"
                checked={Boolean(fields[field])}
                onChange={(event) => set({ [field]: event.target.checked })}
              />
            }
            label={<span className="small">{label}</span>}
          />
        ))}
        {breakdowns.map(({ id, name }) => (
          <FormControlLabel
            key={id}
            control={
              <Checkbox
                size="small"
                checked={fields.breakdowns.includes(name)}
                onChange={(event) =>
                  set({
                    breakdowns: event.target.checked
                      ? [...fields.breakdowns, name]
                      : fields.breakdowns.filter((other) => other !== name),
                  })
                }
              />
            }
            label={<span className="small">each line names its {name.toLowerCase()}</span>}
          />
        ))}
      </div>
      {element === 'equity' && fields.role !== '' && <OpenYearsNote />}
      <ErrorMessage error={elsewhere} />
      <ErrorMessage error={remove.error} />
      <FormFoot
        needed={account ? 'approver' : 'preparer'}
        isNew={!account}
        isPending={save.isPending}
        onLeave={onDone}
        onRemove={account && !isPosted ? () => remove.mutate(undefined, { onSuccess: onDone }) : undefined}
        removeLabel="remove from the chart"
      />
      {account && (
        <div style={{ marginTop: 10 }}>
          <Trail subject="account" object={account.id} />
        </div>
      )}
    </form>
  );
}

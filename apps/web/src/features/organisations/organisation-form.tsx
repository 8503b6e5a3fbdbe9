import { ChangeOrganisationRequest, type OrganisationResponse, paths } from '@just-ledger/contract';
import {
  type CivilDate,
  KIND_LABELS,
  longDate,
  NO_TIME_ZONE,
  ORGANISATION_KINDS,
  parseCivilDate,
  POSTS_WHILE_CLOSING,
  POSTS_WHILE_CLOSING_LABELS,
  shortDate,
} from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { ChoiceInput, CurrencyInput, DateInput, DayInput, MonthInput, TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { plainAmount, typedDay, wireInCell } from '../../ui/own-ways.js';
import { RequestForm } from '../../ui/request-form.js';
import type { LookedAt } from '../../ui/use-looked-at.js';

/** Every zone that the browser knows, and none. */
const TIME_ZONES = [...new Set([NO_TIME_ZONE, ...Intl.supportedValuesOf('timeZone')])];

/** The particulars of an organisation: all of them can change until something posted depends on them. */
export function OrganisationForm({
  lookedAt,
  isKept,
  onTyped,
  onKept,
}: {
  lookedAt: LookedAt<OrganisationResponse>;
  isKept: boolean;
  onTyped: (isTyped: boolean) => void;
  onKept: (saved: OrganisationResponse) => void;
}) {
  const { years, today } = useBooks();
  const { item: organisation } = lookedAt;
  const start = typedOf(organisation);
  const save = useOrganisationMutation((body: ChangeOrganisationRequest) =>
    api.patch(paths.organisation(organisation.id), body),
  );
  const first = years.years[0];
  return (
    <RequestForm
      className={formStyles.measure}
      of={ChangeOrganisationRequest}
      label="The organisation"
      values={start}
      lookedAt={lookedAt}
      toRequest={(typed) => changesOf(start, typed, organisation.version, today)}
      send={async (request) => onKept(await save.mutateAsync(request))}
      onTyped={onTyped}
      foot={({ isPending, isDirty, reset }) => (
        <Allowed act="changeOrganisation" isTold>
          <div className={clsx(formStyles.foot, layout.row)}>
            <Button type="submit" variant="contained" disabled={isPending || !isDirty}>
              Save
            </Button>
            {isDirty && (
              <Button variant="outlined" onClick={reset}>
                Undo changes
              </Button>
            )}
            {isKept && !isDirty && (
              <span className={notice.done} role="status">
                Saved.
              </span>
            )}
          </div>
        </Allowed>
      )}
    >
      <div className={formStyles.particulars}>
        <TextInput className={formStyles.wide} name="name" label="Name" required />
        <ChoiceInput
          name="kind"
          label="Kind"
          hint="gives the statements their words"
          choices={ORGANISATION_KINDS}
          keyOf={(kind) => kind}
          labelOf={(kind) => KIND_LABELS[kind]}
        />
        <CurrencyInput name="baseCurrency" label="Base currency" />
        <MonthInput name="fiscalYearStartMonth" label="The fiscal year begins in" />
        <DayInput name="fiscalYearStartDay" label="on day" hint="its months begin on it too" />
        <DateInput
          near={today}
          name="firstDay"
          label="First day in these books"
          hint={first && `the first year ends on ${longDate(parseCivilDate(first.to))}`}
        />
        <ChoiceInput
          name="timeZone"
          label="Time zone"
          hint="decides which day is today"
          choices={TIME_ZONES}
          keyOf={(zone) => zone}
          labelOf={(zone) => zone.replaceAll('_', ' ')}
        />
        <TextInput
          name="twoPeopleFrom"
          label="Two people from"
          hint="entries of this amount or more are posted by somebody else than who prepared them; 0 for all, empty for none"
        />
        <ChoiceInput
          name="postsWhileClosing"
          label="Into months being closed post"
          hint="a month is being closed from when somebody says so until it is locked"
          choices={POSTS_WHILE_CLOSING}
          keyOf={(who) => who}
          labelOf={(who) => POSTS_WHILE_CLOSING_LABELS[who]}
        />
        <DateInput
          near={today}
          name="changeoverDate"
          label="Last day in the old books"
          hint="empty if there were none"
        />
      </div>
    </RequestForm>
  );
}

/** What the fields hold of an organisation. */
function typedOf({
  name,
  kind,
  baseCurrency,
  fiscalYearStartMonth,
  fiscalYearStartDay,
  firstDay,
  changeoverDate,
  timeZone,
  twoPeopleFrom,
  postsWhileClosing,
}: OrganisationResponse) {
  return {
    name,
    kind,
    baseCurrency,
    fiscalYearStartMonth,
    fiscalYearStartDay,
    timeZone,
    twoPeopleFrom: twoPeopleFrom === null ? '' : wireInCell(twoPeopleFrom, baseCurrency),
    postsWhileClosing,
    firstDay: shortDate(parseCivilDate(firstDay)),
    changeoverDate: changeoverDate ? shortDate(parseCivilDate(changeoverDate)) : '',
  };
}

/** What was changed, and nothing else. */
function changesOf(
  start: ReturnType<typeof typedOf>,
  typed: ReturnType<typeof typedOf>,
  version: number,
  today: CivilDate,
): ChangeOrganisationRequest {
  const isChanged = (field: keyof typeof start): boolean => typed[field] !== start[field];
  const date = (text: string): string => typedDay(text, today) ?? text;
  return {
    version,
    ...(isChanged('name') && { name: typed.name }),
    ...(isChanged('kind') && { kind: typed.kind }),
    ...(isChanged('baseCurrency') && { baseCurrency: typed.baseCurrency }),
    ...(isChanged('fiscalYearStartMonth') && { fiscalYearStartMonth: typed.fiscalYearStartMonth }),
    ...(isChanged('fiscalYearStartDay') && { fiscalYearStartDay: typed.fiscalYearStartDay }),
    ...(isChanged('timeZone') && { timeZone: typed.timeZone }),
    ...(isChanged('postsWhileClosing') && { postsWhileClosing: typed.postsWhileClosing }),
    ...(isChanged('twoPeopleFrom') && {
      twoPeopleFrom: typed.twoPeopleFrom.trim() === '' ? null : plainAmount(typed.twoPeopleFrom, start.baseCurrency),
    }),
    ...(isChanged('firstDay') && { firstDay: date(typed.firstDay) }),
    ...(isChanged('changeoverDate') && {
      changeoverDate: typed.changeoverDate.trim() === '' ? null : date(typed.changeoverDate),
    }),
  };
}

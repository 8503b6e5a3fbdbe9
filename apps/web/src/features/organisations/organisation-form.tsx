import { type ChangeOrganisationRequest, type OrganisationResponse, paths } from '@just-ledger/contract';
import { KIND_LABELS, longDate, ORGANISATION_KINDS, type OrganisationKind, parseCivilDate } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { CurrencyField, MonthField } from '../../ui/choice-fields.js';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';

const PLACES = ['name', 'kind', 'baseCurrency', 'fiscalYearStartMonth', 'firstDay', 'changeoverDate'];

/** The particulars of an organisation: all of them can change until something posted depends on them. */
export function OrganisationForm({
  organisation,
  isKept,
  onKept,
}: {
  organisation: OrganisationResponse;
  isKept: boolean;
  onKept: (version: number) => void;
}) {
  const { years, today } = useBooks();
  const start = {
    name: organisation.name,
    kind: organisation.kind,
    baseCurrency: organisation.baseCurrency,
    fiscalYearStartMonth: organisation.fiscalYearStartMonth,
    firstDay: longDate(parseCivilDate(organisation.firstDay)),
    changeoverDate: organisation.changeoverDate ? longDate(parseCivilDate(organisation.changeoverDate)) : '',
  };
  const [fields, setFields] = useState(start);
  const set = (change: Partial<typeof start>): void => setFields({ ...fields, ...change });
  const save = useOrganisationMutation(() => {
    const changed = (field: keyof typeof start): boolean => fields[field] !== start[field];
    const date = (text: string): string => typedDay(text, today) ?? text;
    const body: ChangeOrganisationRequest = {
      version: organisation.version,
      ...(changed('name') && { name: fields.name }),
      ...(changed('kind') && { kind: fields.kind }),
      ...(changed('baseCurrency') && { baseCurrency: fields.baseCurrency }),
      ...(changed('fiscalYearStartMonth') && { fiscalYearStartMonth: fields.fiscalYearStartMonth }),
      ...(changed('firstDay') && { firstDay: date(fields.firstDay) }),
      ...(changed('changeoverDate') && {
        changeoverDate: fields.changeoverDate.trim() === '' ? null : date(fields.changeoverDate),
      }),
    };
    return api.patch(paths.organisation(organisation.id), body);
  });
  const { at, elsewhere } = problemPlaces(save.error, PLACES);
  const isSame = JSON.stringify(fields) === JSON.stringify(start);
  const first = years.years[0];
  return (
    <form
      style={{ maxWidth: 640 }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(undefined, { onSuccess: (after) => onKept(after.version) });
      }}
    >
      <div className="particulars">
        <TextField
          className="wide"
          label="Name"
          required
          value={fields.name}
          onChange={(event) => set({ name: event.target.value })}
          {...at('name')}
        />
        <TextField
          select
          label="Kind"
          value={fields.kind}
          onChange={(event) => set({ kind: event.target.value as OrganisationKind })}
          {...at('kind', 'gives the statements their words')}
        >
          {ORGANISATION_KINDS.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {KIND_LABELS[kind]}
            </MenuItem>
          ))}
        </TextField>
        <CurrencyField
          label="Base currency"
          value={fields.baseCurrency}
          onChange={(baseCurrency) => set({ baseCurrency })}
          {...at('baseCurrency')}
        />
        <MonthField
          label="The fiscal year begins in"
          value={fields.fiscalYearStartMonth}
          onChange={(fiscalYearStartMonth) => set({ fiscalYearStartMonth })}
          {...at('fiscalYearStartMonth')}
        />
        <TextField
          label="First day in these books"
          value={fields.firstDay}
          onChange={(event) => set({ firstDay: event.target.value })}
          {...at('firstDay', first && `the first year ends on ${longDate(parseCivilDate(first.to))}`)}
        />
        <TextField
          label="Last day in the old books"
          value={fields.changeoverDate}
          onChange={(event) => set({ changeoverDate: event.target.value })}
          {...at('changeoverDate', 'empty if there were none')}
        />
      </div>
      <ErrorMessage error={elsewhere} />
      <Allowed needed="owner" isTold>
        <div className="row" style={{ marginTop: 14 }}>
          <Button type="submit" variant="contained" disabled={save.isPending || isSame}>
            Keep
          </Button>
          {!isSame && (
            <Button variant="outlined" onClick={() => setFields(start)}>
              As it was
            </Button>
          )}
          {isKept && isSame && (
            <span className="told" role="status">
              Kept.
            </span>
          )}
        </div>
      </Allowed>
    </form>
  );
}

import { HolidayRequest, paths } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { holidaysQuery } from '../../api/recurring-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { DateInput, TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** The days on which no business is done, besides Saturdays and Sundays: dates move away from them where that is wanted. */
export function Holidays() {
  const { organisation, today } = useBooks();
  const { data } = useQuery(holidaysQuery(organisation.id));
  const save = (holidays: readonly HolidayRequest[]) =>
    api.put(paths.holidays(organisation.id), { holidays: [...holidays], version: data?.version ?? 0 });
  const [keep, add] = [useOrganisationMutation(save), useOrganisationMutation(save)];
  const holidays = data?.holidays ?? [];
  return (
    <section className={layout.aboveWide} aria-label="Holidays">
      <h2 className="minor">Holidays</h2>
      <p className="soft small">Days on which no business is done, besides Saturdays and Sundays.</p>
      <ul className={layout.plainList}>
        {holidays.map((holiday) => (
          <li key={holiday.date} className={layout.spread}>
            <span>
              {shortDate(parseCivilDate(holiday.date))} <span className="soft">{holiday.name}</span>
            </span>
            <Allowed act="setUp">
              <button
                className="act small"
                type="button"
                aria-label={`Remove ${holiday.name || holiday.date}`}
                onClick={() => keep.mutate(holidays.filter((other) => other.date !== holiday.date))}
              >
                remove
              </button>
            </Allowed>
          </li>
        ))}
      </ul>
      <Allowed act="setUp">
        <RequestForm
          of={HolidayRequest}
          className={formStyles.inLine}
          label="Add a holiday"
          values={{ date: '', name: '' }}
          toRequest={({ date, name }): HolidayRequest => ({ date: typedDay(date, today) ?? date, name })}
          send={(holiday) => add.mutateAsync([...holidays, holiday])}
          clears
          foot={({ isPending, isDirty }) => (
            <div>
              <Button type="submit" variant="outlined" disabled={!isDirty || isPending}>
                Add it
              </Button>
            </div>
          )}
        >
          <DateInput near={today} name="date" label="Day" />
          <TextInput name="name" label="Name" />
        </RequestForm>
        <ErrorMessage error={keep.error} />
      </Allowed>
    </section>
  );
}

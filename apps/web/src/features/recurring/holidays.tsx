import { paths } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { holidaysQuery } from '../../api/recurring-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { DateField } from '../../ui/date-field.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';

interface Holiday {
  readonly date: string;
  readonly name: string;
}

/** The days on which no business is done, besides Saturdays and Sundays: dates move away from them where that is wanted. */
export function Holidays() {
  const { organisation, today } = useBooks();
  const { data } = useQuery(holidaysQuery(organisation.id));
  const [date, setDate] = useState('');
  const [name, setName] = useState('');
  const keep = useOrganisationMutation((holidays: readonly Holiday[]) =>
    api.put(paths.holidays(organisation.id), { holidays: [...holidays] }),
  );
  const holidays = data?.holidays ?? [];
  const add = (): void =>
    keep.mutate([...holidays, { date: typedDay(date, today) ?? date, name }], {
      onSuccess: () => {
        setDate('');
        setName('');
      },
    });
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
            <Allowed>
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
      <Allowed>
        <form
          className={formStyles.inLine}
          aria-label="Add a holiday"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <DateField near={today} label="Day" value={date} onChange={setDate} />
          <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
          <div>
            <Button type="submit" variant="outlined" disabled={date.trim() === '' || keep.isPending}>
              Add it
            </Button>
          </div>
        </form>
        <ErrorMessage error={keep.error} />
      </Allowed>
    </section>
  );
}

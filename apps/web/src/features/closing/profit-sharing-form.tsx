import { paths, type ProfitSharingResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { plainAmount, plainDecimal, typedDay, wireInCell } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './profit-sharing.module.css';

/** What partners agree: a salary each, interest on capital, and the weights by which the rest is shared. */
export function ProfitSharingForm({
  sharing,
  agreed,
  from,
  capitals,
  onDone,
}: {
  /** What holds now. */
  sharing: ProfitSharingResponse | undefined;
  /** All that was agreed, each from its day. */
  agreed: readonly ProfitSharingResponse[];
  /** The first day of the year at hand. */
  from: string;
  capitals: readonly { readonly number: string; readonly name: string; readonly share: number }[];
  onDone: () => void;
}) {
  const { organisation, currency, today } = useBooks();
  const [day, setDay] = useState(shortDate(parseCivilDate(from)));
  const [interest, setInterest] = useState(sharing?.interest ?? '0');
  const [partners, setPartners] = useState(() =>
    capitals.map(({ number, name, share }) => {
      const held = sharing?.partners.find(({ account }) => account === number);
      return {
        number,
        name,
        salary: wireInCell(held?.salary ?? '0', currency),
        weight: String(held?.weight ?? share),
      };
    }),
  );
  const [lookedAt] = useState(agreed);
  const first = typedDay(day, today) ?? day;
  const save = useOrganisationMutation(() =>
    api.put(paths.sharing(organisation.id), {
      from: first,
      version: lookedAt.find((other) => other.from === first)?.version ?? 0,
      interest: plainDecimal(interest),
      partners: partners.map(({ number, salary, weight }) => ({
        account: number,
        salary: plainAmount(salary, currency) || '0',
        weight: /^\d+$/.test(weight.trim()) ? Number(weight) : -1,
      })),
    }),
  );
  const places = partners.flatMap((_, index) => [`partners.${index}.salary`, `partners.${index}.weight`]);
  const { at: wrong, elsewhere } = problemPlaces(save.error, ['from', 'interest', ...places]);
  const change = (index: number, part: { salary?: string; weight?: string }): void =>
    setPartners(partners.map((row, position) => (position === index ? { ...row, ...part } : row)));
  return (
    <form
      className={styles.form}
      aria-label="How partners share the result"

      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <div className={layout.row}>
        <DateField label="From" near={today} value={day} onChange={setDay} {...wrong('from')} />
        <TextField
          label="Interest on capital, % a year"
          value={interest}
          onChange={(event) => setInterest(event.target.value)}
          {...wrong('interest', 'on the capital at the year’s start')}
        />
      </div>
      <table className={clsx(ruled.table, ruled.tight)}>
        <thead>
          <tr>
            <th>Partner</th>
            <th className="num">Salary for a year</th>
            <th className="num">Weight in the rest</th>
          </tr>
        </thead>
        <tbody>
          {partners.map(({ number, name, salary, weight }, index) => (
            <tr key={number}>
              <td>
                <span className="soft">{number}</span> {name}
              </td>
              {(
                [
                  ['salary', salary, 'Salary'],
                  ['weight', weight, 'Weight'],
                ] as const
              ).map(([key, value, label]) => (
                <td key={key} className="num">
                  <TextField
                    value={value}
                    className={styles.figure}
                    onChange={(event) => change(index, { [key]: event.target.value })}
                    {...wrong(`partners.${index}.${key}`)}
                    slotProps={{ htmlInput: { 'aria-label': `${label} of ${name}` } }}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <ErrorMessage error={elsewhere} />
      <div className={clsx(layout.row, layout.aboveClose)}>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Agree
        </Button>
        <Button variant="outlined" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

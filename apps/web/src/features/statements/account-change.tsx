import { type AccountChangeQuery, paths, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, minor, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { displayed } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './why-changed.module.css';

const accountChangeQuery = (id: number, asked: AccountChangeQuery) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-change', asked],
    queryFn: () => api.get(withQuery(paths.accountChange(id), { ...asked })),
  });

/** Who, and which entries, have to do with the change of an account. */
export function AccountChange({
  asked,
  sign,
  currency,
}: {
  asked: AccountChangeQuery;
  /** −1 where the account is taken away in the figure that is looked at. */
  sign: 1 | -1;
  currency: CurrencyCode;
}) {
  const { organisation } = useBooks();
  const address = useAddress();
  const { data, error } = useQuery(accountChangeQuery(organisation.id, asked));
  const write = (amount: string): string => {
    const units = parseAmount(amount, currency);
    return displayed(units === 0 ? units : minor(sign * units), currency);
  };
  if (!data) return error ? <ErrorMessage error={error} /> : <p className="soft small">…</p>;
  return (
    <ul className={styles.whose}>
      {data.parts.map(({ contact, change, entries, others }) => (
        <li key={contact ?? ''}>
          <p className={styles.who}>
            <span>{contact ?? (data.parts.length === 1 ? 'Entries' : 'Without a contact')}</span>
            <span className="num">{write(change)}</span>
          </p>
          <ul className={styles.entries}>
            {entries.map(({ entry, date, explanation, amount }, index) => (
              <li key={`${entry} ${index}`}>
                <span>
                  <Link className="act" to={address.href('journal', { entry })}>
                    {entry}
                  </Link>{' '}
                  {shortDate(parseCivilDate(date))}, {explanation}
                </span>
                <span className="num">{write(amount)}</span>
              </li>
            ))}
            {others.lines > 0 && (
              <li className="soft">
                <span>{others.lines === 1 ? '1 more line' : `${others.lines} more lines`}</span>
                <span className="num">{write(others.amount)}</span>
              </li>
            )}
          </ul>
        </li>
      ))}
      {data.rest.contacts > 0 && (
        <li>
          <p className={styles.who}>
            <span>{data.rest.contacts} more</span>
            <span className="num">{write(data.rest.change)}</span>
          </p>
        </li>
      )}
    </ul>
  );
}

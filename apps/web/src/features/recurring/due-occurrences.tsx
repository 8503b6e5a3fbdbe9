import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { checkDate, type CivilDate, type CurrencyCode, minor, parseAmount, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { displayed } from '../../ui/own-ways.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { booksForDates } from '../journal/books-for-dates.js';
import { DueOccurrence } from './due-occurrence.js';

/** What is due, by date: posted one by one, all together, or skipped with a reason. */
export function DueOccurrences({
  due,
  currency,
  today,
}: {
  due: readonly { journal: RecurringJournalResponse; date: string }[];
  currency: CurrencyCode;
  today: CivilDate;
}) {
  const address = useAddress();
  const books = useBooks();
  const { organisation } = books;
  const shut = (date: string): string | undefined => {
    const checked = checkDate(date, 'ordinary', booksForDates(books));
    return checked.ok ? undefined : checked.problems[0]?.message;
  };
  const open = due.filter(({ date }) => shut(date) === undefined);
  const postAll = useOrganisationMutation(() => api.post(paths.postDue(organisation.id)));
  const post = useOrganisationMutation(({ id, date }: { id: number; date: string }) =>
    api.post(paths.postOccurrence(organisation.id, id), { date }),
  );
  const skip = useOrganisationMutation(({ id, date, reason }: { id: number; date: string; reason: string }) =>
    api.post(paths.skipOccurrence(organisation.id, id), { date, reason }),
  );
  const effect = open
    .flatMap(({ journal }) => journal.entry.lines)
    .reduce(
      (sums, line) =>
        sums.set(
          line.account,
          (sums.get(line.account) ?? 0) +
            parseAmount(line.debit || '0', currency) -
            parseAmount(line.credit || '0', currency),
        ),
      new Map<string, number>(),
    );
  return (
    <Sheet title={`Due by ${shortDate(today)}`}>
      {due.length === 0 && <p className="soft">Nothing is due.</p>}
      {due.map(({ journal, date }) => {
        const key = `${journal.id} ${date}`;
        const why = shut(date);
        const isFirst = open.find((one) => one.journal.id === journal.id)?.date === date;
        return (
          <DueOccurrence
            key={key}
            journal={journal}
            date={date}
            currency={currency}
            refusal={why}
            isFirst={isFirst}
            onPost={() => post.mutate({ id: journal.id, date })}
            onSkip={(reason) => skip.mutate({ id: journal.id, date, reason })}
          />
        );
      })}
      <ErrorMessage error={post.error ?? postAll.error ?? skip.error} />
      {postAll.data && postAll.data.posted.length > 0 && (
        <div className={notice.done} role="status">
          Posted {postAll.data.posted.map((one) => one.entry).join(', ')}.{' '}
          <Link className="act" to={address.href('journal')}>
            See them
          </Link>
        </div>
      )}
      {open.length > 0 && (
        <>
          <div className={layout.above}>
            <Allowed isTold>
              <Button variant="contained" disabled={postAll.isPending} onClick={() => postAll.mutate(undefined)}>
                {open.length === 1 ? 'Post it' : `Post all ${open.length}`}
              </Button>
            </Allowed>
          </div>
          <div className={layout.above}>
            <h2 className="minor">Effect</h2>
            {[...effect].map(([account, amount]) => (
              <div key={account} className={clsx(layout.spread, 'small')}>
                <span className="soft">{account}</span>
                <span className="num">
                  {displayed(minor(Math.abs(amount)), currency)} {amount > 0 ? 'debit' : 'credit'}
                </span>
              </div>
            ))}
          </div>
        </>
      )}
    </Sheet>
  );
}

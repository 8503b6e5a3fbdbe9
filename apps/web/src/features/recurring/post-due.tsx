import { paths, type PostDueResponse, type TimeLineOccurrenceResponse, withQuery } from '@just-ledger/contract';
import { minor, parseCivilDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useAccountNames } from '../../api/use-account-names.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { displayed } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { formOf } from '../journal/entry-request.js';
import { postedAmounts, taxOfForm } from '../journal/form-tax.js';
import { useTaxes } from '../tax-codes/use-taxes.js';

/** All that is due, posted by one key, with its joint effect shown first. */
export function PostDue({
  due,
  which = {},
}: {
  due: readonly TimeLineOccurrenceResponse[];
  /** Which of all that is due these are. */
  which?: { readonly until?: string; readonly kind?: 'adjusting' };
}) {
  const address = useAddress();
  const { organisation, currency } = useBooks();
  const nameOf = useAccountNames();
  const taxes = useTaxes();
  const post = useOrganisationMutation(() => api.post(withQuery(paths.postDue(organisation.id), which)));
  const ready = due.filter(({ lacks }) => lacks === null);
  const effect = new Map<string, number>();
  for (const { lines, date } of ready) {
    const form = formOf({ date, kind: 'ordinary', explanation: '', reference: '', lines: [...lines] }, currency);
    for (const { account, amount } of postedAmounts(form, taxOfForm(form, currency, parseCivilDate(date), taxes))) {
      effect.set(account, (effect.get(account) ?? 0) + amount);
    }
  }
  return (
    <>
      {due.length === 0 && <p className="soft">Nothing is due.</p>}
      {post.data && <Posted answer={post.data} href={address.href('journal')} />}
      <ErrorMessage error={post.error} />
      {ready.length > 0 && (
        <div className={layout.below}>
          <div className={layout.row}>
            <Allowed act="runRecurring" isTold>
              <Button variant="contained" disabled={post.isPending} onClick={() => post.mutate(undefined)}>
                {ready.length === 1 ? 'Post what is due' : `Post all ${ready.length} that are due`}
              </Button>
            </Allowed>
            {ready.length < due.length && (
              <span className="small brass">
                {due.length - ready.length} more {due.length - ready.length === 1 ? 'needs' : 'need'} a word first.
              </span>
            )}
          </div>
          <p className="small soft" aria-label="Effect of posting">
            {[...effect]
              .filter(([, amount]) => amount !== 0)
              .map(
                ([account, amount]) =>
                  `${account} ${nameOf(account)} ${displayed(minor(Math.abs(amount)), currency)} ${amount > 0 ? 'debit' : 'credit'}`,
              )
              .join(' · ')}
          </p>
        </div>
      )}
    </>
  );
}

function Posted({ answer, href }: { answer: PostDueResponse; href: string }) {
  const { posted, left } = answer;
  if (posted.length === 0 && left.length === 0) return null;
  return (
    <div className={notice.done} role="status">
      {posted.length > 0 && (
        <>
          Posted {posted.map(({ entry }) => entry).join(', ')}.{' '}
          <Link className="act" to={href}>
            See them
          </Link>
        </>
      )}
      {left.map(({ message }) => (
        <div key={message}>{message}</div>
      ))}
    </div>
  );
}

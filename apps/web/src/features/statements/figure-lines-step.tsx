import type { FigurePartResponse } from '@just-ledger/contract';
import { type CurrencyCode, formatAmount, negated, parseAmount } from '@just-ledger/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { figureLinesQuery } from './figure-queries.js';
import styles from './figure-source.module.css';
import { EntryWords, Part, type StepProps, Sum, useFirstPart, Whole } from './figure-step.js';

/** The lines of an account, the latest first. */
export function LinesStep({
  title,
  amount,
  lines: { sign, ...asked },
  asKnownOn,
  currency,
  panel,
  go,
}: StepProps & { title: string; amount: string; lines: NonNullable<FigurePartResponse['lines']> }) {
  const { organisation } = useBooks();
  const address = useAddress();
  const { data, error, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery(
    figureLinesQuery(organisation.id, asked, asKnownOn),
  );
  useFirstPart(panel, data !== undefined);
  if (error) return <ErrorMessage error={error} />;
  const [first] = data?.pages ?? [];
  if (!data || !first) return <p className="soft small">…</p>;
  const rows = data.pages.flatMap((page) => page.rows);
  const counted = (text: string): string => signed(text, sign, currency);
  return (
    <>
      <Whole label={title} amount={amount} currency={currency}>
        <Link
          className="act small"
          to={address.href('account', {
            account: asked.account,
            to: asked.to,
            ...(asked.from && { from: asked.from }),
          })}
        >
          {asked.account}, its ledger
        </Link>
      </Whole>
      <ul className={styles.parts}>
        {rows.map((row, index) => (
          <li key={`${row.entry} ${index}`}>
            <Part onGo={() => go({ type: 'entry', entry: row.entry, amount: counted(row.amount) })}>
              <EntryWords entry={row} />
              <span className="num">{shown(counted(row.amount), currency)}</span>
            </Part>
          </li>
        ))}
      </ul>
      {hasNextPage && (
        <button
          className="act small"
          type="button"
          data-part
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          {first.lines - rows.length} earlier lines
        </button>
      )}
      <Sum
        label={first.lines === 1 ? '1 line' : `${first.lines} lines`}
        amount={counted(first.sum)}
        of={amount}
        currency={currency}
      />
    </>
  );
}

/** An amount on the side on which the figure counts it. */
function signed(amount: string, sign: 1 | -1, currency: CurrencyCode): string {
  return sign === 1 ? amount : formatAmount(negated(parseAmount(amount, currency)), currency);
}

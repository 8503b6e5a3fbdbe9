import type { LackingAdjustmentResponse } from '@just-ledger/contract';
import { ADJUSTMENT_KINDS } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { lackingAdjustmentsQuery } from '../../api/adjustment-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './lacking-adjustments.module.css';

/** What the books call for in the days chosen and nothing makes, each with the way to what would. */
export function LackingAdjustments() {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const { data, error } = useQuery(lackingAdjustmentsQuery(organisation.id, from, to));
  if (error) return <ErrorMessage error={error} />;
  if (!data || data.length === 0) return null;
  const wayTo = ({ kind, account, assetClass, amount, entry }: LackingAdjustmentResponse): string =>
    entry
      ? address.href('entry', { accrue: entry })
      : address.href('recurring', {
          schedule: 'new',
          adjusts: kind,
          ...(account && { on: account }),
          ...(assetClass && { class: assetClass }),
          ...(amount && { amount }),
        });
  return (
    <section className={layout.aboveWide} aria-label="On no schedule">
      <h2 className="minor">On no schedule</h2>
      <ul className={layout.plainList}>
        {data.map((lackingAdjustment) => (
          <li
            key={`${lackingAdjustment.kind} ${lackingAdjustment.account ?? lackingAdjustment.assetClass ?? ''} ${lackingAdjustment.entry ?? ''}`}
            className={styles.lacking}
          >
            <span className={styles.what}>
              <LackingName lacking={lackingAdjustment} /> <span className="soft small">{lackingAdjustment.why}</span>
            </span>
            <span className="num">{shown(lackingAdjustment.amount, currency)}</span>
            <Allowed act="draft">
              <Link className="act" to={wayTo(lackingAdjustment)}>
                {lackingAdjustment.entry ? 'Accrue it' : 'Write the schedule'}
              </Link>
            </Allowed>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What it is about: its account, a way to its ledger; else its class, or its kind. */
function LackingName({ lacking: { kind, account, name, assetClass } }: { lacking: LackingAdjustmentResponse }) {
  const address = useAddress();
  if (account === null) return <>{assetClass ?? ADJUSTMENT_KINDS[kind]}</>;
  return (
    <Link className="plain" to={address.href('account', { account })}>
      <span className="soft">{account}</span> {name}
    </Link>
  );
}

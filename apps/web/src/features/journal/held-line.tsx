import type { AccountResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import type { KeyboardEvent, ReactNode } from 'react';
import { displayed } from '../../ui/own-ways.js';
import styles from './held-lines.module.css';
import type { SentenceChoices } from './sentence-choices.js';
import { amountOfSentence, type TypedEnd, type TypedSentence } from './typed-sentence.js';

/** A line that is held: Enter or a click corrects it where it stands. */
export function HeldLine({
  line,
  index,
  choices,
  remarks,
  onKeyDown,
  onCorrect,
}: {
  line: TypedSentence;
  index: number;
  choices: SentenceChoices;
  remarks: ReactNode;
  onKeyDown: (event: KeyboardEvent) => void;
  onCorrect: () => void;
}) {
  const { accounts, currency } = choices;
  const amount = amountOfSentence(line, choices);
  return (
    <>
      <tr
        tabIndex={index === 0 ? 0 : -1}
        data-held={index}
        aria-label={`Held line ${index + 1}`}
        className={styles.line}
        onKeyDown={onKeyDown}
        onClick={onCorrect}
      >
        <td className={clsx(styles.place, 'nowrap')}>{index + 1}</td>
        <td className="nowrap">{line.date}</td>
        <td className="num">{amount === undefined ? line.amount : displayed(amount, currency)}</td>
        <td>
          <EndOf end={line.from} net={line.amount} accounts={accounts} />
        </td>
        <td>
          <EndOf end={line.to} net={line.amount} accounts={accounts} />
        </td>
        <td>{line.explanation}</td>
      </tr>
      {remarks && (
        <tr>
          <td className={clsx(styles.place, 'nowrap')} />
          <td colSpan={5}>{remarks}</td>
        </tr>
      )}
    </>
  );
}

function EndOf({ end, net, accounts }: { end: TypedEnd; net: string; accounts: readonly AccountResponse[] }) {
  const tax = end.taxCode && `tax ${end.taxCode} ${end.isNet ? `on top of ${net}` : 'in it'}`;
  const besides = [end.contact, ...Object.values(end.breakdowns), tax].filter((text) => text.trim() !== '');
  return (
    <>
      <span className="soft">{end.account}</span> {accounts.find(({ number }) => number === end.account)?.name}
      {besides.length > 0 && <span className="soft small"> · {besides.join(' · ')}</span>}
    </>
  );
}

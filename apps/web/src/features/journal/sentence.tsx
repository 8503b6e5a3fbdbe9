import type { AccountResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { type ReactNode, type RefObject, useMemo, useState } from 'react';
import { AccountBlank } from './account-blank.js';
import { BlankField } from './blank.js';
import { EndParts } from './end-parts.js';
import { ExplanationBlank } from './explanation-blank.js';
import { withAccount } from './line-account.js';
import { emptyLine } from './form-line.js';
import type { BlankProblem } from './sentence-problems.js';
import styles from './sentence.module.css';
import { type End, saidAgain, settledSentence, type TypedSentence } from './typed-sentence.js';
import type { SentenceChoices } from './sentence-choices.js';
import type { OfferedSentence } from './offered-sentence.js';

/** A simple entry as a sentence with blanks: on a date, an amount went from one account to another for something. */
export function Sentence({
  sentence,
  place,
  choices,
  problems,
  isInPlace = false,
  hints,
  first,
  onSaid,
}: {
  sentence: TypedSentence;
  /** Added to the labels of its blanks. */
  place: string;
  choices: SentenceChoices;
  /** What is wrong with blanks, as far as it is to be said. */
  problems: readonly BlankProblem[];
  /** Whether it stands among held lines. */
  isInPlace?: boolean;
  /** What stands under it while nothing is offered. */
  hints: ReactNode;
  /** Its first blank. */
  first?: RefObject<HTMLInputElement | null> | undefined;
  onSaid: (blank: string, sentence: TypedSentence) => void;
}) {
  const [offersAt, setOffersAt] = useState<HTMLElement | null>(null);
  const { accounts, breakdowns, said, near, currency } = choices;
  const say = (blank: string, change: Partial<TypedSentence>): void => onSaid(blank, { ...sentence, ...change });
  const settle = (blank: string): void => onSaid(blank, settledSentence(sentence, near, currency));
  const problemOf = (blank: string): string | undefined =>
    problems.find((problem) => problem.blank === blank)?.message;
  const likely = useLikely(sentence, said);
  const choose = (end: End, number: string, account: AccountResponse | undefined): void => {
    const { breakdowns: values = {}, taxCode = '' } = withAccount(
      { ...emptyLine(), breakdowns: sentence[end].breakdowns },
      number,
      account,
      breakdowns,
    );
    say(end, { [end]: { ...sentence[end], account: number, breakdowns: values, taxCode, isNet: false } });
  };
  const end = (which: End, words: string): ReactNode => (
    <>
      <span>{words}</span>
      <AccountBlank
        blank={which}
        label={`Account ${which}${place}`}
        value={sentence[which].account}
        accounts={accounts}
        said={said}
        usedBefore={likely[which]}
        problem={problemOf(which)}
        offersAt={offersAt}
        onChoose={(account) => choose(which, account.number, account)}
        onTyped={(text) => choose(which, text, undefined)}
        onSaid={(offeredSentence) => onSaid('all', saidAgain(sentence, offeredSentence, currency))}
      />
      <EndParts
        end={which}
        typed={sentence[which]}
        choices={choices}
        place={place}
        problemOf={problemOf}
        onTyped={(change) => say(`${which} parts`, { [which]: { ...sentence[which], ...change } })}
      />
    </>
  );
  const field = (blank: 'date' | 'amount', label: string, least: number): ReactNode => (
    <BlankField
      blank={blank}
      label={`${label}${place}`}
      placeholder={blank}
      least={least}
      value={sentence[blank]}
      problem={problemOf(blank)}
      onChange={(event) => say(blank, { [blank]: event.target.value })}
      onFocus={(event) => event.target.select()}
      onBlur={() => settle(blank)}
      {...(blank === 'date' && first && { ref: first })}
    />
  );
  const messages = [...new Set(problems.map(({ message }) => message))];
  return (
    <>
      <div className={styles.sentence}>
        <span>On</span>
        <span className={styles.joined}>{field('date', 'Date', 11)},</span>
        {field('amount', 'Amount', 9)}
        {end('from', 'went from')}
        {end('to', 'to')}
        <span>for</span>
        <span className={styles.joined}>
          <ExplanationBlank
            label={`Explanation${place}`}
            value={sentence.explanation}
            said={likely.said}
            problem={problemOf('explanation')}
            offersAt={offersAt}
            onTyped={(explanation) => say('explanation', { explanation })}
          />
          .
        </span>
      </div>
      {messages.length > 0 && (
        <div className="brick small" role="alert">
          {messages.join(' ')}
        </div>
      )}
      <div className={clsx(styles.below, isInPlace && styles.inPlace)}>
        <div ref={setOffersAt} className={styles.offersAt} />
        <div className="small soft">{hints}</div>
      </div>
    </>
  );
}

/** What is likeliest in each blank, by what was said before and what is said already. */
function useLikely({ from, to }: TypedSentence, said: readonly OfferedSentence[]) {
  return useMemo(() => {
    const numbers = (some: readonly OfferedSentence[], end: End): string[] => {
      const times = new Map<string, number>();
      for (const offeredSentence of some)
        times.set(
          offeredSentence[end].account,
          (times.get(offeredSentence[end].account) ?? 0) + offeredSentence.times,
        );
      return [...times].sort(([, a], [, b]) => b - a).map(([number]) => number);
    };
    const isFrom = (offeredSentence: OfferedSentence): boolean => offeredSentence.from.account === from.account;
    const isBoth = (offeredSentence: OfferedSentence): boolean =>
      isFrom(offeredSentence) && offeredSentence.to.account === to.account;
    return {
      from: numbers(said, 'from'),
      to: [...new Set([...numbers(said.filter(isFrom), 'to'), ...numbers(said, 'to')])],
      said: [...said.filter(isBoth), ...said.filter((offeredSentence) => !isBoth(offeredSentence))],
    };
  }, [from.account, to.account, said]);
}

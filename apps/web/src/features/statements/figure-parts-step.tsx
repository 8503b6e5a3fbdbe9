import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import type { FigureAsked } from './asked-figure.js';
import { LinesStep } from './figure-lines-step.js';
import { figureQuery } from './figure-queries.js';
import styles from './figure-source.module.css';
import { EntryWords, Part, type Step, type StepProps, Sum, useFirstPart, Whole } from './figure-step.js';

/** What a figure is made of; an account alone is its lines at once. */
export function PartsStep({ figure, asKnownOn, currency, panel, go }: StepProps & { figure: FigureAsked }) {
  const { organisation } = useBooks();
  const { data, error } = useQuery(figureQuery(organisation.id, figure, asKnownOn));
  const [only, ...others] = data?.parts ?? [];
  const isLines = only?.lines != null && others.length === 0;
  useFirstPart(panel, data !== undefined && !isLines);
  if (error) return <ErrorMessage error={error} />;
  if (!data) return <p className="soft small">…</p>;
  if (isLines && only.lines)
    return (
      <LinesStep
        title={data.label}
        amount={data.amount}
        lines={only.lines}
        asKnownOn={asKnownOn}
        currency={currency}
        panel={panel}
        go={go}
      />
    );
  return (
    <>
      <Whole label={data.label} amount={data.amount} currency={currency} />
      <ul className={styles.parts}>
        {data.parts.map((part, index) => {
          const { label, account, amount, lines, figure: before, entry } = part;
          const next: Step | undefined = lines
            ? { type: 'lines', label, amount, lines }
            : before
              ? { type: 'figure', figure: { ...before, row: before.row ?? '' } }
              : entry
                ? { type: 'entry', entry: entry.entry, amount }
                : undefined;
          return (
            <li key={`${label} ${index}`}>
              <Part onGo={next && (() => go(next))}>
                {entry ? (
                  <EntryWords entry={entry} />
                ) : (
                  <span>
                    {account && <span className="soft">{account} </span>}
                    {label}
                  </span>
                )}
                <span className="num">{shown(amount, currency)}</span>
              </Part>
            </li>
          );
        })}
        {data.parts.length === 0 && <li className="soft">Nothing was posted to it.</li>}
      </ul>
      <Sum label="Together" amount={data.sum} of={data.amount} currency={currency} />
    </>
  );
}

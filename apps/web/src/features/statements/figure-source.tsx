import type { FigureEntryResponse, FigurePartResponse } from '@just-ledger/contract';
import { type CurrencyCode, formatAmount, negated, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { PaperMark } from '../attachments/paper-mark.js';
import { EntryDetail } from '../journal/entry-detail.js';
import type { FigureAsked } from './asked-figure.js';
import { figureLinesQuery, figureQuery } from './figure-queries.js';
import styles from './figure-source.module.css';
import { moveAmongParts } from './part-keys.js';

/** A step on the way from a figure to the paper: what a figure is made of, lines of an account, one entry. */
type Step =
  | { readonly type: 'figure'; readonly figure: FigureAsked }
  | {
      readonly type: 'lines';
      readonly label: string;
      readonly amount: string;
      readonly lines: NonNullable<FigurePartResponse['lines']>;
    }
  | { readonly type: 'entry'; readonly entry: string; readonly amount: string };

/** Where a figure comes from: its accounts, their entries, the papers behind these, each step adding up to the one before. */
export function FigureSource({
  figure,
  currency,
  asKnownOn,
  onClose,
}: {
  figure: FigureAsked;
  currency: CurrencyCode;
  /** The day by whose knowledge the figures are drawn, if not today's. */
  asKnownOn: string | undefined;
  onClose: () => void;
}) {
  const [further, setFurther] = useState<readonly Step[]>([]);
  const steps: readonly Step[] = [{ type: 'figure', figure }, ...further];
  const step = steps.at(-1) ?? { type: 'figure', figure };
  const panel = useRef<HTMLElement>(null);
  const depth = further.length;
  const go = (next: Step): void => setFurther([...further, next]);
  const back = (): void => (depth === 0 ? onClose() : setFurther(further.slice(0, -1)));
  const keys = (event: KeyboardEvent<HTMLElement>): void => {
    const isTyped = (event.target as HTMLElement).matches('input, textarea');
    if (isTyped) return;
    if (event.key === 'Escape') return onClose();
    if (event.key === 'ArrowLeft' || event.key === 'Backspace') {
      event.preventDefault();
      return back();
    }
    const focused = document.activeElement as HTMLElement;
    if (event.key === 'ArrowRight' && focused.matches('[data-part]')) focused.click();
    moveAmongParts(event);
  };
  return (
    <section
      className={clsx(sheetStyles.sheet, styles.source)}
      aria-label="Where this comes from"
      tabIndex={-1}
      ref={panel}
      onKeyDown={keys}
    >
      <div className={styles.top}>
        <h2>Where this comes from</h2>
        <span className={styles.acts}>
          {depth > 0 && (
            <button className="act small" type="button" onClick={back}>
              Back
            </button>
          )}
          <button className="act small" type="button" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
      {step.type === 'figure' && (
        <PartsStep key={depth} figure={step.figure} asKnownOn={asKnownOn} currency={currency} panel={panel} go={go} />
      )}
      {step.type === 'lines' && (
        <LinesStep
          key={depth}
          title={step.label}
          amount={step.amount}
          lines={step.lines}
          asKnownOn={asKnownOn}
          currency={currency}
          panel={panel}
          go={go}
        />
      )}
      {step.type === 'entry' && <EntryStep number={step.entry} panel={panel} />}
    </section>
  );
}

/** The first part is where the keys go on once a step is drawn. */
function useFirstPart(panel: React.RefObject<HTMLElement | null>, isThere: boolean): void {
  useEffect(() => {
    if (!isThere) return;
    (panel.current?.querySelector<HTMLElement>('[data-part]') ?? panel.current)?.focus();
  }, [panel, isThere]);
}

/** What a figure is made of; an account alone is its lines at once. */
function PartsStep({
  figure,
  asKnownOn,
  currency,
  panel,
  go,
}: {
  figure: FigureAsked;
  asKnownOn: string | undefined;
  currency: CurrencyCode;
  panel: React.RefObject<HTMLElement | null>;
  go: (step: Step) => void;
}) {
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

/** The lines of an account, the latest first. */
function LinesStep({
  title,
  amount,
  lines: { sign, ...asked },
  asKnownOn,
  currency,
  panel,
  go,
}: {
  title: string;
  amount: string;
  lines: NonNullable<FigurePartResponse['lines']>;
  asKnownOn: string | undefined;
  currency: CurrencyCode;
  panel: React.RefObject<HTMLElement | null>;
  go: (step: Step) => void;
}) {
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

/** The entry itself, with its papers on the second sheet. */
function EntryStep({ number, panel }: { number: string; panel: React.RefObject<HTMLElement | null> }) {
  const { organisation } = useBooks();
  const { data: entry, error } = useQuery(entryQuery(organisation.id, number));
  useEffect(() => {
    if (entry) panel.current?.focus();
  }, [entry, panel]);
  if (!entry) return error ? <ErrorMessage error={error} /> : <p className="soft small">…</p>;
  return (
    <>
      <p className={styles.whole}>
        <span>
          {entry.number} <span className="soft">{shortDate(parseCivilDate(entry.date))}</span> {entry.explanation}
        </span>
      </p>
      <EntryDetail entry={entry} />
    </>
  );
}

function EntryWords({ entry: { entry, date, explanation, contact, papers } }: { entry: FigureEntryResponse }) {
  return (
    <span>
      <span className="soft">
        {shortDate(parseCivilDate(date))} · {entry}{' '}
      </span>
      {explanation}
      {contact && <span className="soft"> · {contact}</span>} {papers > 0 && <PaperMark papers={papers} />}
    </span>
  );
}

function Part({ onGo, children }: { onGo: (() => void) | undefined; children: ReactNode }) {
  if (!onGo) return <div className={styles.part}>{children}</div>;
  return (
    <button type="button" data-part className={clsx('plain', styles.part, styles.leads)} onClick={onGo}>
      {children}
    </button>
  );
}

/** The figure that one comes from. */
function Whole({
  label,
  amount,
  currency,
  children,
}: {
  label: string;
  amount: string;
  currency: CurrencyCode;
  children?: ReactNode;
}) {
  return (
    <>
      <p className={styles.whole}>
        <span>{label}</span>
        <span className="num">{shown(amount, currency)}</span>
      </p>
      {children}
    </>
  );
}

/** What the parts come to, which is the figure; where it is not, that is said. */
function Sum({ label, amount, of, currency }: { label: string; amount: string; of: string; currency: CurrencyCode }) {
  const isWhole = parseAmount(amount, currency) === parseAmount(of, currency);
  return (
    <>
      <p className={styles.sum}>
        <span>{label}</span>
        <span className="num">{shown(amount, currency)}</span>
      </p>
      <p className="small" data-whole={isWhole}>
        {isWhole ? 'This is the whole figure.' : `The figure is ${shown(of, currency)}.`}
      </p>
    </>
  );
}

/** An amount on the side on which the figure counts it. */
function signed(amount: string, sign: 1 | -1, currency: CurrencyCode): string {
  return sign === 1 ? amount : formatAmount(negated(parseAmount(amount, currency)), currency);
}

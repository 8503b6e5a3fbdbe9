import type { FigureEntryResponse, FigurePartResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type ReactNode, type RefObject, useEffect } from 'react';
import { shown } from '../../ui/money.js';
import { PaperMark } from '../attachments/paper-mark.js';
import type { FigureAsked } from './asked-figure.js';
import styles from './figure-source.module.css';

/** A step on the way from a figure to the paper: what a figure is made of, lines of an account, one entry. */
export type Step =
  | { readonly type: 'figure'; readonly figure: FigureAsked }
  | {
      readonly type: 'lines';
      readonly label: string;
      readonly amount: string;
      readonly lines: NonNullable<FigurePartResponse['lines']>;
    }
  | { readonly type: 'entry'; readonly entry: string; readonly amount: string };

/** What a step is drawn in. */
export interface StepProps {
  readonly asKnownOn: string | undefined;
  readonly currency: CurrencyCode;
  readonly panel: RefObject<HTMLElement | null>;
  go(this: void, step: Step): void;
}

/** The first part is where the keys go on once a step is drawn. */
export function useFirstPart(panel: RefObject<HTMLElement | null>, isThere: boolean): void {
  useEffect(() => {
    if (!isThere) return;
    (panel.current?.querySelector<HTMLElement>('[data-part]') ?? panel.current)?.focus();
  }, [panel, isThere]);
}

/** An entry as it stands under a figure. */
export function EntryWords({ entry: { entry, date, explanation, contact, papers } }: { entry: FigureEntryResponse }) {
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

/** A part that leads on, or does not. */
export function Part({ onGo, children }: { onGo: (() => void) | undefined; children: ReactNode }) {
  if (!onGo) return <div className={styles.part}>{children}</div>;
  return (
    <button type="button" data-part className={clsx('plain', styles.part, styles.leads)} onClick={onGo}>
      {children}
    </button>
  );
}

/** The figure that one comes from. */
export function Whole({
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
export function Sum({
  label,
  amount,
  of,
  currency,
}: {
  label: string;
  amount: string;
  of: string;
  currency: CurrencyCode;
}) {
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

import type { AccountAnswer } from '@just-ledger/contract';
import { useQueries } from '@tanstack/react-query';
import {
  PROOFS,
  displayAmount,
  minor,
  parseAmount,
  proofEffects,
  shortDate,
  type CivilDate,
  type ControlLedger,
  type CurrencyCode,
  type DetailProof,
  type EffectLine,
  type Element,
  type ProofEffect,
} from '@just-ledger/core';
import { useBooks } from '../frame/books-queries.js';
import { accountDetailQuery } from '../open-items/open-item-queries.js';
import { hasThings } from './document-cells.js';
import { amountsOf, type EntryForm } from './entry-form.js';

/** What the entry would do: each touched account before and after, the result, the totals, the proofs it moves. */
export function Effect({
  form,
  accounts,
  currency,
  asAt,
}: {
  form: EntryForm;
  accounts: readonly AccountAnswer[];
  currency: CurrencyCode;
  asAt: CivilDate;
}) {
  const amounts = amountsOf(form, currency);
  const byNumber = new Map(accounts.map((one) => [one.number, one]));
  const touched = new Map<string, number>();
  form.lines.forEach((line, at) => {
    const amount = amounts[at] ?? 0;
    if (byNumber.has(line.account) && amount !== 0)
      touched.set(line.account, (touched.get(line.account) ?? 0) + amount);
  });
  const proofOf = useDetailProofs([...touched.keys()].flatMap((number) => byNumber.get(number) ?? []));
  const named = (number: string): number =>
    form.lines.reduce(
      (sum, line, at) => sum + (line.account === number && line.document.trim() !== '' ? (amounts[at] ?? 0) : 0),
      0,
    );
  const effects = proofEffects(
    [...touched].map(([number, amount]) => ({
      element: byNumber.get(number)?.element as Element,
      amount: minor(amount),
      control: (byNumber.get(number)?.control ?? undefined) as ControlLedger | undefined,
      detail: detailOf(proofOf.get(number), named(number)),
    })),
  );
  const sum = (elements: readonly string[], change: boolean): number =>
    accounts
      .filter((one) => elements.includes(one.element))
      .reduce((all, one) => all + (change ? (touched.get(one.number) ?? 0) : parseAmount(one.balance, currency)), 0);
  const show = (amount: number): string => displayAmount(minor(amount), currency);
  const result = { before: -sum(['revenue', 'expense'], false), change: -sum(['revenue', 'expense'], true) };
  const assets = { before: sum(['asset'], false), change: sum(['asset'], true) };
  return (
    <section className="sheet" aria-label="Effect if posted">
      <div>
        <h2>Effect if posted</h2>
        <p className="soft small">balances at {shortDate(asAt)}</p>
      </div>
      {touched.size === 0 && (
        <p className="soft" style={{ marginTop: 14 }}>
          Each account you write to appears here with its balance before and after.
        </p>
      )}
      <div style={{ marginTop: 8 }}>
        {[...touched].map(([number, change]) => {
          const account = byNumber.get(number);
          if (!account) return null;
          const sign = account.normalBalance === 'debit' ? 1 : -1;
          const before = sign * parseAmount(account.balance, currency);
          const moved = sign * change;
          const after = before + moved;
          const most = Math.max(Math.abs(before), Math.abs(after), 1);
          const [low, high] = [
            Math.min(Math.abs(before), Math.abs(after)),
            Math.max(Math.abs(before), Math.abs(after)),
          ];
          return (
            <div className="effect" key={number}>
              <div className="spread">
                <span>
                  {number} {account.name}
                </span>
                <span className="strong num">
                  {moved > 0 ? '+' : '−'} {show(Math.abs(moved))}
                </span>
              </div>
              <div className="small soft">
                {show(before)} →{' '}
                <span className="strong" style={{ color: 'var(--ink)' }}>
                  {show(after)}
                </span>
                {after < 0 && <span className="brass"> · on its unusual side</span>}
              </div>
              <div className="bar" aria-hidden="true">
                <i style={{ left: 0, width: `${(low / most) * 100}%` }} />
                <b style={{ left: `${(low / most) * 100}%`, width: `${((high - low) / most) * 100}%` }} />
              </div>
            </div>
          );
        })}
      </div>
      {touched.size > 0 && (
        <>
          <Total label="Result of the year" {...result} show={show} />
          <Total label="Total assets" {...assets} show={show} />
          <Proofs effects={effects} show={show} />
        </>
      )}
    </section>
  );
}

function detailOf(proof: DetailProof | undefined, named: number): EffectLine['detail'] {
  return proof && { proof, named: minor(named) };
}

/** The proof of each account whose detail was taken on and goes on by name. */
function useDetailProofs(accounts: readonly AccountAnswer[]): ReadonlyMap<string, DetailProof> {
  const { organisation, today } = useBooks();
  const possible = accounts.filter(hasThings);
  const answers = useQueries({
    queries: possible.map(({ number }) => accountDetailQuery(organisation.id, number, '', today)),
  });
  return new Map(
    possible.flatMap((account, at): [string, DetailProof][] => {
      const of = answers[at]?.data?.of;
      if (of === 'stock') return [[account.number, 'stock-inventory']];
      return of === 'assets' ? [[account.number, account.contra ? 'assets-written-off' : 'assets-cost']] : [];
    }),
  );
}

/** The proofs whose figures the entry would move, and by how much; until it is in balance, what it still lacks. */
function Proofs({ effects, show }: { effects: readonly ProofEffect[]; show: (amount: number) => string }) {
  const apart = effects.find(({ left, right }) => left !== right);
  return (
    <div className="effect">
      <div>Proofs it moves</div>
      {apart ? (
        <div className="spread small brass">
          <span>{PROOFS[apart.key].toLowerCase().replace('=', '≠')} so far</span>
          <span className="num">{show(Math.abs(apart.left - apart.right))} apart</span>
        </div>
      ) : (
        effects.map(({ key, left }) => (
          <div key={key} className="spread small">
            <span className="row soft" style={{ gap: 7 }}>
              <span className="mark" aria-hidden="true" />
              {PROOFS[key].toLowerCase()}
            </span>
            <span className="num">
              both {left < 0 ? '−' : '+'} {show(Math.abs(left))}
            </span>
          </div>
        ))
      )}
    </div>
  );
}

function Total({
  label,
  before,
  change,
  show,
}: {
  label: string;
  before: number;
  change: number;
  show: (amount: number) => string;
}) {
  return (
    <div className="effect">
      <div className="spread">
        <span>{label}</span>
        <span className="strong num">{show(before + change)}</span>
      </div>
      <div className="spread small soft">
        <span>was {show(before)}</span>
        <span className="num">
          {change === 0 ? 'unchanged' : `${change > 0 ? '+' : '−'} ${show(Math.abs(change))}`}
        </span>
      </div>
    </div>
  );
}

import type { TaxCodeResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate, TAX_SIDES, type TaxSide, keysOf } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { taxCodesQuery } from '../../api/tax-code-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { TaxCodeForm } from './tax-code-form.js';
import styles from './tax-codes.module.css';
import { rateAnswerOn, takes } from './tax-fields.js';

/** Tax codes by what they are for, with what each takes at the rail's date; one of them beside the list. */
export default function TaxCodesScreen() {
  const { organisation, to } = useBooks();
  const { data: codes } = useSuspenseQuery(taxCodesQuery(organisation.id));
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [chosen, choose] = useSheetParam('code');
  const chosenCode = codes.find((code) => String(code.id) === chosen);
  return (
    <Panes>
      <Pane>
        <Sheet
          title="Tax codes"
          aside={codes.length > 0 && `as at ${shortDate(to)}`}
          tools={
            <Allowed act="setUp">
              <button className="act" type="button" onClick={() => choose('new')}>
                Add a tax code
              </button>
            </Allowed>
          }
        >
          {codes.length === 0 ? (
            <Empty>
              <p>
                A tax code says how much tax an amount carries and which accounts it goes to. Rates hold from a day
                on, so that a new one never changes what was written before.
              </p>
              <p>
                <Allowed act="setUp">
                  <button className="act" type="button" onClick={() => choose('new')}>
                    Add the first one
                  </button>
                </Allowed>
              </p>
            </Empty>
          ) : (
            keysOf(TAX_SIDES).map((side) => (
              <CodesOfSide
                key={side}
                side={side}
                codes={codes.filter((code) => code.side === side)}
                date={to}
                chosen={chosen}
                onChoose={choose}
              />
            ))
          )}
        </Sheet>
      </Pane>
      {(chosenCode || chosen === 'new') && (
        <Pane>
          <TaxCodeForm
            key={chosenCode?.id ?? 'new'}
            code={chosenCode}
            accounts={accounts}
            onKept={(id) => choose(String(id))}
            onLeave={() => choose(undefined)}
          />
        </Pane>
      )}
    </Panes>
  );
}

function CodesOfSide({
  side,
  codes,
  date,
  chosen,
  onChoose,
}: {
  side: TaxSide;
  codes: readonly TaxCodeResponse[];
  date: string;
  chosen: string;
  onChoose: (id: string) => void;
}) {
  if (codes.length === 0) return null;
  return (
    <section aria-label={TAX_SIDES[side].label} className={layout.below}>
      <h2>{TAX_SIDES[side].label}</h2>
      {codes.map((code) => {
        const rate = rateAnswerOn(code, date);
        const next = code.rates.find(({ from }) => from !== null && from > date);
        const goesTo = [...new Set((rate?.parts ?? []).map(({ account }) => account ?? 'cost'))];
        return (
          <button
            key={code.id}
            type="button"
            className={clsx(styles.taxRow, chosen === String(code.id) && styles.chosen, 'plain')}
            aria-current={chosen === String(code.id)}
            onClick={() => onChoose(String(code.id))}
          >
            <span className={clsx(layout.clip, 'strong')}>{code.code}</span>
            <span>{code.active ? code.name : <s>{code.name}</s>}</span>
            <span className="num nowrap">{rate ? takes(rate.parts, side) : 'not yet'}</span>
            <span className="soft small">
              {[
                next && `${takes(next.parts, side)} from ${shortDate(parseCivilDate(next.from ?? date))}`,
                goesTo.length > 0 && `to ${goesTo.join(', ')}`,
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </button>
        );
      })}
    </section>
  );
}

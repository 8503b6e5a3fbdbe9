import { FUND_RESTRICTIONS, type FundRestriction } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import type { ProblemPlaces } from '../../api/problem-places.js';
import layout from '../../ui/layout.module.css';
import type { BeginAnswers } from './begin-answers.js';
import styles from './begin.module.css';

interface Props {
  readonly answers: BeginAnswers;
  readonly at: ProblemPlaces['at'];
  readonly onChange: (given: Partial<BeginAnswers>) => void;
}

/** The names that a kind's equity accounts are given: partners, classes of shares, funds. */
export function NamedEquity(props: Props) {
  switch (props.answers.kind) {
    case 'partnership':
      return <Partners {...props} />;
    case 'company':
      return <ShareClasses {...props} />;
    case 'non-profit':
      return <Funds {...props} />;
    default:
      return null;
  }
}

/** Names what the fields under the kinds are for. */
function Named({ what, children }: { what: string; children: ReactNode }) {
  return (
    <fieldset className={styles.named}>
      <legend>{what}</legend>
      {children}
    </fieldset>
  );
}

function Partners({ answers: { partners }, at, onChange }: Props) {
  const set = (place: number, change: object): void =>
    onChange({ partners: partners.map((one, index) => (index === place ? { ...one, ...change } : one)) });
  return (
    <Named what="Partners, and what share of the result each has">
      {partners.map((partner, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Partner ${place + 1}`}
            value={partner.name}
            onChange={(event) => set(place, { name: event.target.value })}
            {...at(`partners.${place}.name`)}
          />
          <TextField
            label="Share of the result"
            value={partner.share}
            onChange={(event) => set(place, { share: event.target.value.replace(/\D/g, '') })}
            className={styles.partner}
            {...at(`partners.${place}.share`)}
          />
          <TakeAway
            what={`partner ${place + 1}`}
            isLast={partners.length === 1}
            onClick={() => onChange({ partners: partners.filter((_, index) => index !== place) })}
          />
        </div>
      ))}
      <Another
        what="partner"
        isFull={partners.length >= 90}
        onClick={() => onChange({ partners: [...partners, { name: '', share: '1' }] })}
      />
    </Named>
  );
}

function ShareClasses({ answers: { shareClasses }, at, onChange }: Props) {
  return (
    <Named what="Classes of shares">
      {shareClasses.map((name, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped)}>
          <TextField
            label={shareClasses.length === 1 ? 'Class of shares' : `Class of shares ${place + 1}`}
            value={name}
            onChange={(event) =>
              onChange({
                shareClasses: shareClasses.map((one, index) => (index === place ? event.target.value : one)),
              })
            }
            {...at(`shareClasses.${place}`)}
          />
          <TakeAway
            what={`class ${place + 1}`}
            isLast={shareClasses.length === 1}
            onClick={() => onChange({ shareClasses: shareClasses.filter((_, index) => index !== place) })}
          />
        </div>
      ))}
      <Another
        what="class of shares"
        isFull={shareClasses.length >= 10}
        onClick={() => onChange({ shareClasses: [...shareClasses, ''] })}
      />
    </Named>
  );
}

function Funds({ answers: { funds }, at, onChange }: Props) {
  const set = (place: number, change: object): void =>
    onChange({ funds: funds.map((one, index) => (index === place ? { ...one, ...change } : one)) });
  return (
    <Named what="Funds, and for what each may be spent">
      {funds.map((fund, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Fund ${place + 1}`}
            value={fund.name}
            onChange={(event) => set(place, { name: event.target.value })}
            {...at(`funds.${place}.name`)}
          />
          <TextField
            select
            label="For what it may be spent"
            value={fund.restriction}
            onChange={(event) => set(place, { restriction: event.target.value as FundRestriction })}
            className={styles.restriction}
          >
            {(Object.keys(FUND_RESTRICTIONS) as FundRestriction[]).map((key) => (
              <MenuItem key={key} value={key}>
                {FUND_RESTRICTIONS[key]}
              </MenuItem>
            ))}
          </TextField>
          <TakeAway
            what={`fund ${place + 1}`}
            isLast={funds.length === 1}
            onClick={() => onChange({ funds: funds.filter((_, index) => index !== place) })}
          />
        </div>
      ))}
      <Another
        what="fund"
        isFull={funds.length >= 40}
        onClick={() => onChange({ funds: [...funds, { name: '', restriction: 'purpose' }] })}
      />
    </Named>
  );
}

function TakeAway({ what, isLast, onClick }: { what: string; isLast: boolean; onClick: () => void }) {
  if (isLast) return null;
  return (
    <button
      className={clsx(layout.above, 'act small nowrap')}
      type="button"
      aria-label={`Take ${what} away`}
      onClick={onClick}
    >
      take away
    </button>
  );
}

function Another({ what, isFull, onClick }: { what: string; isFull: boolean; onClick: () => void }) {
  if (isFull) return null;
  return (
    <button className="act small" type="button" onClick={onClick}>
      another {what}
    </button>
  );
}

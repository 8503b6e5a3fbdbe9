import { paths, withQuery } from '@just-ledger/contract';
import { longDate, parseCivilDate, type TrialBalanceStage } from '@just-ledger/core';
import { useSuspenseQueries } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { Choices } from '../../ui/choices.js';
import { Toggle } from '../../ui/toggle.js';
import { type Column, COLUMNS, StageColumns } from './stage-columns.js';
import styles from './trial-balance-screen.module.css';

import { trialBalanceQuery } from '../../api/trial-balance-queries.js';
import { typedDay } from '../../ui/own-ways.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';

/** The trial balance, its stages as columns that can be shown or hidden; each figure opens its account's ledger. */
export default function TrialBalanceScreen({ slot }: ScreenProps) {
  const { organisation, currency, to } = useBooks();
  const [zeros, setZeros] = useSheetParam('zeros', slot);
  const [known, setKnown] = useSheetParam('known', slot);
  const [columns, setColumns] = useSheetParam('columns', slot);
  const isShown = new Set<Column>(
    (columns || (slot === 'beside' ? 'adjusted' : 'unadjusted.adjustments.adjusted')).split('.') as Column[],
  );
  const asKnownOn = typedDay(known, to) ?? '';
  const stages: TrialBalanceStage[] = ['unadjusted', 'adjusted', 'post-closing'];
  const answers = useSuspenseQueries({
    queries: stages.map((stage) => trialBalanceQuery(organisation.id, to, stage, zeros !== '', asKnownOn)),
  });
  const [unadjusted, adjusted, postClosing] = answers.map((answer) => answer.data);
  if (!unadjusted || !adjusted || !postClosing) return null;
  const toggle = (column: Column): void => {
    const next = COLUMNS.map(([key]) => key).filter((key) => (key === column ? !isShown.has(key) : isShown.has(key)));
    setColumns(next.join('.') || 'adjusted');
  };
  const stage = isShown.has('adjusted') ? 'adjusted' : isShown.has('post-closing') ? 'post-closing' : 'unadjusted';
  return (
    <Sheet
      title="Trial balance"
      aside={`as at ${longDate(parseCivilDate(to))}${asKnownOn ? `, as known on ${longDate(parseCivilDate(asKnownOn))}` : ''}`}
      tools={
        <a
          className="act"
          href={withQuery(paths.trialBalanceCsv(organisation.id), {
            asAt: to,
            stage,
            zeros: zeros && 'true',
            asKnownOn,
          })}
          download="trial-balance.csv"
        >
          Save as CSV
        </a>
      }
    >
      <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small')}>
        <span className="soft">columns</span>
        <span className={layout.choices}>
          {COLUMNS.map(([key, label]) => (
            <Toggle key={key} isOn={isShown.has(key)} onClick={() => toggle(key)}>
              {label}
            </Toggle>
          ))}
        </span>
        <span className="soft">accounts</span>
        <Choices
          label="Which accounts"
          value={zeros === '' ? '' : 'yes'}
          choices={[
            ['', 'with a balance'],
            ['yes', 'all'],
          ]}
          onChoose={(key) => setZeros(key || undefined)}
        />
        <div className={layout.row}>
          <span className="soft">as known on</span>
          <DateField
            near={to}
            placeholder="today"
            value={known}
            error={known !== '' && asKnownOn === ''}
            onChange={(typed) => setKnown(typed || undefined)}
            className={styles.knownOn}
            ariaLabel="As known on"
          />
        </div>
      </div>
      {adjusted.rows.length === 0 && unadjusted.rows.length === 0 ? (
        <Empty>
          <p>
            {adjusted.note ??
              'No account has a balance at this date. Post entries, or choose a later date at the left.'}
          </p>
        </Empty>
      ) : (
        <>
          {adjusted.note && <p className="soft">{adjusted.note}</p>}
          <StageColumns
            unadjusted={unadjusted}
            adjusted={adjusted}
            postClosing={postClosing}
            isShown={isShown}
            currency={currency}
          />
        </>
      )}
    </Sheet>
  );
}

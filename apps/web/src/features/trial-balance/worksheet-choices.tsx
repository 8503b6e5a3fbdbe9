import { shortDate, yearBefore } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { Choices } from '../../ui/choices.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { Toggle } from '../../ui/toggle.js';
import type { WorksheetParams } from './use-worksheet-params.js';
import { STAGE_COLUMNS } from './worksheet-columns.js';
import styles from './worksheet.module.css';

/** Which columns, which accounts, and what they are compared with. */
export function WorksheetChoices({ params }: { params: WorksheetParams }) {
  const { organisation, to } = useBooks();
  const { data: breakdowns = [] } = useQuery(breakdownsQuery(organisation.id));
  const { columns, zeros, headings, against, known, within } = params;
  return (
    <div className={clsx(layout.row, layout.belowClose, styles.choices, 'small')}>
      <span className={layout.choices} role="group" aria-label="Columns">
        {STAGE_COLUMNS.map(([key, label]) => (
          <Toggle key={key} isSmall isOn={columns.has(key)} onClick={() => params.toggleColumn(key)}>
            {label}
          </Toggle>
        ))}
      </span>
      <Choices
        isSmall
        label="Which accounts"
        value={zeros ? 'yes' : ''}
        choices={[
          ['', 'with a balance'],
          ['yes', 'all'],
        ]}
        onChoose={(key) => params.setZeros(key || undefined)}
      />
      <Choices
        isSmall
        label="Headings"
        value={headings}
        choices={[
          ['none', 'accounts'],
          ['open', 'by heading'],
          ['folded', 'folded'],
        ]}
        onChoose={(key) => params.setHeadings(key === 'none' ? undefined : key)}
      />
      <span className={clsx(layout.row, layout.unwrapped)}>
        <Choices
          isSmall
          label="Beside another date"
          value={against === '' ? '' : against === 'year-before' ? 'year-before' : 'date'}
          choices={[
            ['', 'one date'],
            ['year-before', 'the year before', shortDate(yearBefore(to))],
            ['date', 'another date'],
          ]}
          onChoose={(key) => params.setAgainst(key === 'date' ? shortDate(yearBefore(to)) : key || undefined)}
        />
        {against !== '' && against !== 'year-before' && (
          <DateField
            near={to}
            value={against}
            error={params.againstDate === undefined}
            onChange={(typed) => params.setAgainst(typed || ' ')}
            className={styles.date}
            ariaLabel="The other date"
          />
        )}
      </span>
      {breakdowns.length > 0 && (
        <ChoiceField
          value={within}
          className={styles.within}
          displayEmpty
          ariaLabel="Within a breakdown"
          choices={[
            ['', 'all of the books'],
            ...breakdowns.flatMap(({ name, values }) => [
              [name, `${name}: all values across`] as const,
              ...values.map((value) => [`${name}: ${value.name}`, `${name}: ${value.name}`] as const),
              [`${name}: `, `${name}: none named`] as const,
            ]),
          ]}
          onChange={(key) => params.setWithin(key || undefined)}
        />
      )}
      <span className={clsx(layout.row, layout.unwrapped)}>
        <span className="soft">as known on</span>
        <DateField
          near={to}
          placeholder="today"
          value={known}
          error={known !== '' && params.asKnownOn === ''}
          onChange={(typed) => params.setKnown(typed || undefined)}
          className={styles.date}
          ariaLabel="As known on"
        />
      </span>
    </div>
  );
}

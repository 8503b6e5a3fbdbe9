import { paths, withQuery } from '@just-ledger/contract';
import { dayOf, isCivilDate, longDate, longMoment, parseCivilDate, shortDate, spanLine } from '@just-ledger/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { changesQuery } from '../../api/trial-balance-queries.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { ChangedAccounts } from './changed-accounts.js';
import { EntriesSince } from './entries-since.js';

/** What the days chosen brought otherwise than was known once: since they were locked, closed, or a day that is typed. */
export default function ChangedSinceScreen({ slot }: ScreenProps) {
  const { organisation, calendar, currency, from, to, today } = useBooks();
  const [since, setSince] = useSheetParam('since', slot);
  // a moment of those offered, or a day as it is typed
  const isMoment = since.endsWith('Z');
  const typed = isMoment ? '' : since;
  const day = typedDay(typed, today);
  const { data, error } = useQuery({
    ...changesQuery(organisation.id, { from, to, since: isMoment ? since : day }),
    // what is typed on stays in sight
    placeholderData: keepPreviousData,
  });
  if (!data)
    return (
      <Sheet title="Changed since">
        {error ? <ErrorMessage error={error} /> : <div className={sheetStyles.linesLoading} aria-busy="true" />}
      </Sheet>
    );
  const asked = { from, to, since: data.since };
  const isDay = isCivilDate(data.since);
  // one that is not offered came with an address
  const isOffered = data.moments.some(({ at }) => at === data.since);
  const when = isDay ? `the end of ${longDate(parseCivilDate(data.since))}` : longMoment(data.since);
  return (
    <Sheet
      title={`Changed since ${when}`}
      aside={spanLine(calendar, from, to)}
      tools={
        <>
          <span className="soft">Save as</span>
          <a className="act" href={withQuery(paths.changesWorkbook(organisation.id), asked)} download>
            XLSX
          </a>
          <a className="act" href={withQuery(paths.changesCsv(organisation.id), asked)} download>
            CSV
          </a>
          <PrintedFile href={withQuery(paths.changesPdf(organisation.id), asked)} />
        </>
      }
    >
      <ErrorMessage error={error} />
      <div className={clsx(formStyles.particulars, layout.belowClose)}>
        {data.moments.length > 0 && (
          <ChoiceField<string>
            ariaLabel="Since the days were"
            label="Since"
            value={isOffered ? data.since : ''}
            displayEmpty
            choices={[
              ...(isOffered ? [] : [['', isDay ? 'a day' : 'a moment'] as const]),
              ...data.moments.map(({ at, what }) => [at, `${what}, ${shortDate(dayOf(at))}`] as const),
            ]}
            onChange={(moment) => setSince(moment || undefined)}
          />
        )}
        <DateField
          label={data.moments.length > 0 ? 'or since the end of' : 'Since the end of'}
          near={today}
          value={typed}
          error={typed.trim() !== '' && !day}
          helperText={typed.trim() !== '' && !day ? 'not a date' : undefined}
          onChange={(given) => setSince(given || undefined)}
        />
      </div>
      {data.count === 0 ? (
        <Empty>
          <p>Nothing that is dated in these days was posted since: they are what they were.</p>
        </Empty>
      ) : (
        <>
          {data.rows.length === 0 ? (
            <p className="small">What was posted since changes no account on the whole.</p>
          ) : (
            <ChangedAccounts
              rows={data.rows}
              currency={currency}
              label="What the accounts received"
              hint="credits in parentheses"
            />
          )}
          <EntriesSince entries={data.entries} count={data.count} currency={currency} />
        </>
      )}
    </Sheet>
  );
}

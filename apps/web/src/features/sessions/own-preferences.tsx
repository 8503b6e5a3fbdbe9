import { ChoiceField } from '../../ui/choice-fields.js';
import { paths } from '@just-ledger/contract';
import {
  type Colours,
  COLOURS,
  DATE_ORDERS,
  type DateOrder,
  type MarksKey,
  PAPER_SIZES,
  type PaperSize,
  type Preferences,
  USUAL_PREFERENCES,
  keysOf,
} from '@just-ledger/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { api } from '../../api/request.js';
import { sessionQuery, useSession } from '../../api/session-queries.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

const AMOUNTS: Record<MarksKey, string> = {
  point: '1,234.50',
  comma: '1.234,50',
  'space-comma': '1 234,50',
  'apostrophe-point': '1’234.50',
};
const DATES: Record<DateOrder, string> = { 'day-first': '3/4 is 3 April', 'month-first': '3/4 is 4 March' };

const PAPER_LABELS: Record<PaperSize, string> = { a4: 'A4', letter: 'Letter' };
const COLOUR_LABELS: Record<Colours, string> = { system: 'as this computer', light: 'light', dark: 'dark' };

/** How the person reads and types amounts and dates, in which colours, and on which paper they print. The other way is understood too where it can mean only one thing. */
export function OwnPreferences() {
  const { person } = useSession();
  const client = useQueryClient();
  const now = person?.preferences ?? USUAL_PREFERENCES;
  const change = useMutation({
    mutationFn: (preferences: Preferences) => api.put(paths.ownPreferences, preferences),
    onSuccess: () => client.invalidateQueries({ queryKey: sessionQuery.queryKey }),
  });
  return (
    <div className={clsx(layout.stack, layout.below)}>
      <div className={formStyles.particulars}>
        <ChoiceField
          label="Amounts"
          value={now.amounts}
          onChange={(amounts) => change.mutate({ ...now, amounts })}
          choices={keysOf(AMOUNTS).map((key) => [key, AMOUNTS[key]])}
        />
        <ChoiceField
          label="Dates"
          value={now.dates}
          onChange={(dates) => change.mutate({ ...now, dates })}
          choices={DATE_ORDERS.map((order) => [order, DATES[order]])}
        />
        <ChoiceField
          label="Colours"
          value={now.colours}
          onChange={(colours) => change.mutate({ ...now, colours })}
          choices={COLOURS.map((colours) => [colours, COLOUR_LABELS[colours]])}
        />
        <ChoiceField
          label="Paper"
          value={now.paper}
          onChange={(paper) => change.mutate({ ...now, paper })}
          choices={PAPER_SIZES.map((paper) => [paper, PAPER_LABELS[paper]])}
        />
      </div>
      <ErrorMessage error={change.error} />
    </div>
  );
}

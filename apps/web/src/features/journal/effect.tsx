import type { AccountResponse } from '@just-ledger/contract';
import type { CivilDate, CurrencyCode } from '@just-ledger/core';
import { EffectFigures } from './effect-figures.js';
import { EntryDoubtsList } from './entry-doubts-list.js';
import { type EntryForm } from './entry-form.js';
import type { FormTax } from './form-tax.js';
import { useEntryDoubts } from './use-entry-doubts.js';
import { postedBy } from './use-entry-effect.js';

/** What the entry would do at its date, and what is worth a second look. */
export function Effect({
  form,
  accounts,
  currency,
  date,
  tax,
  proposed,
}: {
  form: EntryForm;
  accounts: readonly AccountResponse[];
  currency: CurrencyCode;
  /** The entry's date; undefined while none has been typed that can be read. */
  date: CivilDate | undefined;
  tax: FormTax;
  /** The date that was proposed for it. */
  proposed: CivilDate;
}) {
  const doubts = useEntryDoubts(form, tax, date, proposed);
  return (
    <EffectFigures
      title="Effect if posted"
      posted={postedBy(form, date, tax)}
      accounts={accounts}
      currency={currency}
    >
      <EntryDoubtsList doubts={doubts} />
    </EffectFigures>
  );
}

import type { AccountResponse } from '@just-ledger/contract';
import type { CivilDate, CurrencyCode } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { EffectFigures } from './effect-figures.js';
import { EntryDoubtsList } from './entry-doubts-list.js';
import { useTellEntryAtHand } from './entry-at-hand.js';
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
  const { organisation } = useBooks();
  const doubts = useEntryDoubts(form, tax, date, proposed);
  const posted = postedBy(form, date, tax);
  useTellEntryAtHand(organisation.id, posted);
  return (
    <EffectFigures title="Effect if posted" posted={posted} accounts={accounts} currency={currency}>
      <EntryDoubtsList doubts={doubts} />
    </EffectFigures>
  );
}

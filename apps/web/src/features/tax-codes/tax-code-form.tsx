import { ChoiceField } from '../../ui/choice-fields.js';
import { keysOf } from '@just-ledger/core';
import { type AccountResponse, paths, type TaxCodeResponse } from '@just-ledger/contract';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { ChangedMeanwhile } from '../../ui/changed-meanwhile.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { useTakeOver } from '../../ui/use-take-over.js';
import { Trail } from '../audit-trail/trail.js';
import { TaxCodeHead } from './tax-code-head.js';
import { TaxExample } from './tax-example.js';
import {
  fieldsOf,
  fieldsOfShape,
  type Shape,
  SHAPES,
  type TaxCodeFields,
  taxCodeRequest,
  withNextRate,
} from './tax-fields.js';
import { TaxRateFields } from './tax-rate-fields.js';

/** What the fields of a tax code are called where they are told of. */
const LABELS: Readonly<Record<string, string>> = {
  code: 'Code',
  name: 'Name',
  side: 'Is for',
  rounding: 'Rounded',
  active: 'in use',
  rates: 'Rates',
};

/** A tax code: what it is for, what it takes from which day on, and what that does to an amount. */
export function TaxCodeForm({
  code: opened,
  accounts,
  onKept,
  onLeave,
}: {
  code: TaxCodeResponse | undefined;
  accounts: readonly AccountResponse[];
  onKept: (id: number) => void;
  onLeave: () => void;
}) {
  const { organisation, to } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: code, keep } = lookedAt;
  const [shape, setShape] = useState<Shape>('sales');
  const begun = opened ? fieldsOf(opened) : fieldsOfShape('sales', accounts);
  const [fields, setFields] = useState<TaxCodeFields>(begun);
  const save = useOrganisationMutation((): Promise<TaxCodeResponse> => {
    const body = taxCodeRequest(fields, to);
    return code
      ? api.put(paths.taxCode(organisation.id, code.id), { ...body, version: code.version })
      : api.post(paths.taxCodes(organisation.id), body);
  });
  const remove = useOrganisationMutation(() =>
    api.delete(paths.taxCode(organisation.id, code?.id ?? 0), { version: code?.version ?? 0 }),
  );
  const [meanwhile, begin] = useTakeOver(lookedAt, {
    now: begun,
    typed: fields,
    labels: LABELS,
    error: save.error ?? remove.error,
    set: (merged) => {
      setFields(merged);
      save.reset();
      remove.reset();
    },
  });
  const places = fields.rates.flatMap((rate, index) => [
    `rates.${index}.from`,
    ...rate.parts.flatMap((_, position) =>
      ['rate', 'share', 'side', 'account'].map((field) => `rates.${index}.parts.${position}.${field}`),
    ),
  ]);
  const { at, elsewhere } = problemPlaces(save.error, ['code', 'name', 'side', 'rounding', ...places]);
  const set = (change: Partial<TaxCodeFields>): void => setFields({ ...fields, ...change });
  const users = code?.usedBy.length ?? 0;
  return (
    <Sheet
      title={code ? `${code.code} ${code.name}` : 'A new tax code'}
      aside={users > 0 && `proposed by ${users === 1 ? '1 account' : `${users} accounts`}`}
      tools={
        <button className="act" type="button" onClick={onLeave}>
          Close
        </button>
      }
    >
      <form
        aria-label={code ? `Change ${code.code}` : 'Add a tax code'}
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate(undefined, {
            onSuccess: (kept) => {
              if (code) keep(kept);
              setFields(fieldsOf(kept));
              begin(fieldsOf(kept));
              onKept(kept.id);
            },
          });
        }}
      >
        <TaxCodeHead fields={fields} isNew={!code} at={at} onChange={set}>
          {!code && (
            <ChoiceField
              className={formStyles.wide}
              label="Kind of tax"
              value={shape}
              onChange={(next) => {
                const rate = fields.rates[0]?.parts[0]?.rate;
                setShape(next);
                setFields({ ...fieldsOfShape(next, accounts, rate), code: fields.code, name: fields.name });
              }}
              choices={keysOf(SHAPES).map((key) => [key, SHAPES[key]])}
            />
          )}
        </TaxCodeHead>
        {fields.rates.map((rate, index) => (
          <TaxRateFields
            key={rate.key}
            rate={rate}
            isFirst={index === 0}
            isOnly={fields.rates.length === 1}
            side={fields.side}
            accounts={accounts}
            wrong={(field) => at(`rates.${index}.${field}`)}
            onChange={(changed) =>
              set({ rates: fields.rates.map((rateFields) => (rateFields.key === rate.key ? changed : rateFields)) })
            }
            onRemove={() => set({ rates: fields.rates.filter((rateFields) => rateFields.key !== rate.key) })}
          />
        ))}
        <button className="act small" type="button" onClick={() => set({ rates: withNextRate(fields.rates) })}>
          another rate from a day on
        </button>
        <TaxExample fields={fields} accounts={accounts} />
        <ErrorMessage error={lookedAt.isOutdated && meanwhile.refusal ? null : (elsewhere ?? remove.error)} />
        <ChangedMeanwhile {...meanwhile} />
        <FormFoot
          isNew={!code}
          isPending={save.isPending}
          onLeave={onLeave}
          onRemove={code && (() => remove.mutate(undefined, { onSuccess: onLeave }))}
        />
      </form>
      {code && <Trail subject="tax-code" object={code.id} />}
    </Sheet>
  );
}

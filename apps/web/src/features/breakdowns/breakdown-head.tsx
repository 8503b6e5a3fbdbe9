import { type BreakdownResponse, ChangeBreakdownRequest, paths } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { CheckInput } from '../../ui/check-inputs.js';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { Trail } from '../audit-trail/trail.js';
import styles from './breakdown-head.module.css';

/** A breakdown's own particulars, in a sentence; written in its place. */
export function BreakdownHead({ breakdown }: { breakdown: BreakdownResponse }) {
  const [isOpen, setOpen] = useState(false);
  const needed = breakdown.requiredBy.length;
  return (
    <>
      <div className={clsx(layout.row, layout.wide, styles.head)}>
        <h2>{breakdown.name}</h2>
        <span className="soft">
          {breakdown.selfBalancing ? 'each value balances by itself' : 'values need not balance'}
          {breakdown.usualValue && ` · usually ${breakdown.usualValue}`}
          {needed > 0 && ` · needed by ${needed === 1 ? '1 account' : `${needed} accounts`}`}
        </span>
        <button className="act small" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          change
        </button>
      </div>
      {isOpen && <HeadForm breakdown={breakdown} onDone={() => setOpen(false)} />}
    </>
  );
}

function HeadForm({ breakdown: opened, onDone }: { breakdown: BreakdownResponse; onDone: () => void }) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: breakdown } = lookedAt;
  const { name, selfBalancing, usualValue, version } = breakdown;
  const path = paths.breakdown(organisation.id, breakdown.id);
  const save = useOrganisationMutation((body: ChangeBreakdownRequest) => api.put(path, body));
  const remove = useOrganisationMutation(() => api.delete(path, { version }));
  return (
    <>
      <RequestForm
        className={formStyles.measure}
        of={ChangeBreakdownRequest}
        label={`Change ${name}`}
        values={{ name, selfBalancing, usualValue: usualValue ?? '' }}
        lookedAt={lookedAt}
        toRequest={(typed): ChangeBreakdownRequest => ({ ...typed, version })}
        send={async (request) => {
          await save.mutateAsync(request);
          onDone();
        }}
        foot={({ isPending }) => (
          <>
            <ErrorMessage error={remove.error} />
            <FormFoot
              isNew={false}
              isPending={isPending}
              onLeave={onDone}
              onRemove={() => remove.mutate(undefined)}
              removeLabel="remove it with its values"
            />
          </>
        )}
      >
        <div className={formStyles.particulars}>
          <TextInput name="name" label="Name" autoFocus required />
          <ChoiceInput
            name="usualValue"
            label="Usual value"
            hint="filled in on new lines of accounts that need it"
            none="none"
            choices={breakdown.values.filter((value) => value.active && !value.heading)}
            keyOf={(value) => value.name}
            labelOf={(value) => value.name}
          />
        </div>
        <CheckInput name="selfBalancing" label="each value balances by itself, in every entry" />
      </RequestForm>
      <Trail subject="breakdown" object={breakdown.id} />
    </>
  );
}

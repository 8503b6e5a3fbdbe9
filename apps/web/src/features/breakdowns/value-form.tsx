import {
  type AccountResponse,
  type BreakdownResponse,
  BreakdownValueRequest,
  type BreakdownValueResponse,
  paths,
} from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { CheckInput } from '../../ui/check-inputs.js';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { OpenYearsNote } from '../../ui/open-years-note.js';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';

/** A value: the next one at the foot of the list, or one that is changed where it stands. */
export function ValueForm({
  breakdown,
  value,
  accounts,
  isNext = false,
  onDone,
}: {
  breakdown: BreakdownResponse;
  value?: BreakdownValueResponse;
  accounts: readonly AccountResponse[];
  /** Whether another value was added just now, so that the next one is typed here. */
  isNext?: boolean;
  onDone: () => void;
}) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(breakdown);
  const { version, values } = lookedAt.item;
  const opened = value && values.find(({ id }) => id === value.id);
  const path = paths.breakdownValue(organisation.id, breakdown.id, value?.id ?? 0);
  const save = useOrganisationMutation((body: BreakdownValueRequest) =>
    value
      ? api.put(path, { ...body, version })
      : api.post(paths.breakdownValues(organisation.id, breakdown.id), body),
  );
  const remove = useOrganisationMutation(() => api.delete(path, { version }));
  const hasFunds = organisation.kind === 'non-profit';
  return (
    <RequestForm
      className={formStyles.inLine}
      of={BreakdownValueRequest}
      label={value ? `Change ${value.name}` : `Add a value to ${breakdown.name}`}
      values={{
        name: opened?.name ?? '',
        parent: opened?.parent ?? '',
        account: opened?.account ?? '',
        active: opened?.active ?? true,
      }}
      {...(value && { lookedAt })}
      toRequest={(typed): BreakdownValueRequest => typed}
      send={async (request) => {
        await save.mutateAsync(request);
        onDone();
      }}
      foot={({ isPending }) => (
        <>
          <Allowed act="setUp">
            <span className={layout.row}>
              <Button type="submit" variant={value ? 'contained' : 'outlined'} disabled={isPending}>
                {value ? 'Save' : 'Add'}
              </Button>
              {value && (
                <Button variant="outlined" onClick={onDone}>
                  Cancel
                </Button>
              )}
              {value?.lines === 0 && (
                <button className="act small" type="button" onClick={() => remove.mutate(undefined)}>
                  remove
                </button>
              )}
            </span>
          </Allowed>
          {value && hasFunds && <OpenYearsNote />}
          <ErrorMessage error={remove.error} />
        </>
      )}
    >
      <TextInput
        name="name"
        label={value ? 'Name' : 'Next value'}
        autoFocus={value !== undefined || isNext}
        required
      />
      <ChoiceInput
        name="parent"
        label="Under"
        none="none"
        choices={breakdown.values.filter(
          (breakdownValue) => breakdownValue.id !== value?.id && breakdownValue.lines === 0,
        )}
        keyOf={({ name }) => name}
        labelOf={({ name }) => name}
      />
      {hasFunds && (
        <ChoiceInput
          name="account"
          label="Its balance is kept on"
          none="no account of its own"
          choices={accounts.filter(
            (account) => account.element === 'equity' && account.role === 'fund' && !account.heading,
          )}
          keyOf={({ number }) => number}
          labelOf={({ number, name }) => `${number} ${name}`}
        />
      )}
      {value && <CheckInput name="active" label="in use" />}
    </RequestForm>
  );
}

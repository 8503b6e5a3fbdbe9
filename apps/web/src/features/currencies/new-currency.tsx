import { CurrencyRequest, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { CurrencyInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';

/** Adds a currency to know rates of. */
export function NewCurrency({ onDone }: { onDone: (added?: string) => void }) {
  const { organisation } = useBooks();
  const add = useOrganisationMutation((body: CurrencyRequest) => api.post(paths.currencies(organisation.id), body));
  return (
    <RequestForm
      className={formStyles.inLine}
      of={CurrencyRequest}
      label="Add a currency"
      values={{ currency: '' }}
      toRequest={(typed): CurrencyRequest => typed}
      send={async (request) => {
        await add.mutateAsync(request);
        onDone(request.currency);
      }}
      foot={({ isPending, isDirty }) => (
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={isPending || !isDirty}>
            Add
          </Button>
          <Button variant="outlined" onClick={() => onDone()}>
            Cancel
          </Button>
        </div>
      )}
    >
      <CurrencyInput autoFocus name="currency" label="Currency" />
    </RequestForm>
  );
}

import { BreakdownRequest, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';

/** Adds a breakdown by its name. */
export function NewBreakdown({ onDone }: { onDone: () => void }) {
  const { organisation } = useBooks();
  const add = useOrganisationMutation((body: BreakdownRequest) => api.post(paths.breakdowns(organisation.id), body));
  return (
    <RequestForm
      className={formStyles.inLine}
      of={BreakdownRequest}
      label="Add a breakdown"
      values={{ name: '' }}
      toRequest={(typed): BreakdownRequest => typed}
      send={async (request) => {
        await add.mutateAsync(request);
        onDone();
      }}
      foot={({ isPending }) => (
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Add
          </Button>
          <Button variant="outlined" onClick={onDone}>
            Cancel
          </Button>
        </div>
      )}
    >
      <TextInput name="name" label="Name of the breakdown" hint="such as Fund, Site, Project" autoFocus required />
    </RequestForm>
  );
}

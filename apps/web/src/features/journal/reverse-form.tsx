import { type EntryResponse, paths } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import { useAddress } from '../../api/address.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { ReversalDateForm } from './reversal-date-form.js';

/** Reverses an entry on a date. */
export function ReverseForm({
  entry,
  organisation,
  onDone,
}: {
  entry: EntryResponse;
  organisation: number;
  onDone: () => void;
}) {
  const address = useAddress();
  const reverse = useOrganisationMutation((date: string) =>
    api.post(paths.reverse(organisation, entry.number), { date }),
  );
  const corrections = entry.correctedBy.join(', ');
  return (
    <ReversalDateForm
      introduction={`Every line of ${entry.number} is posted on its other side, on`}
      label="Date of the reversal"
      action="Reverse"
      proposed={parseCivilDate(entry.date)}
      warning={corrections && `What corrects it stays: ${corrections}. Reverse that as well.`}
      isBusy={reverse.isPending}
      error={reverse.error}
      onDate={(date) =>
        reverse.mutate(date, {
          onSuccess: (made) => {
            onDone();
            address.go('journal', { entry: made.number });
          },
        })
      }
      onLeave={onDone}
    />
  );
}

import { type EntryResponse, paths } from '@just-ledger/contract';
import { firstOfNextMonth, parseCivilDate } from '@just-ledger/core';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { ReversalDateForm } from './reversal-date-form.js';

/** Says on which day an entry is reversed by itself. */
export function PlanReversalForm({
  entry,
  organisation,
  onDone,
}: {
  entry: EntryResponse;
  organisation: number;
  onDone: () => void;
}) {
  const plan = useOrganisationMutation((date: string) =>
    api.put(paths.plannedReversal(organisation, entry.number), {
      date,
      ...(entry.reversesOn && { was: entry.reversesOn }),
    }),
  );
  return (
    <ReversalDateForm
      introduction="Reversed by itself on"
      label="Day of the reversal"
      action="Plan it"
      proposed={parseCivilDate(entry.reversesOn ?? firstOfNextMonth(parseCivilDate(entry.date)))}
      isBusy={plan.isPending}
      error={plan.error}
      onDate={(date) => plan.mutate(date, { onSuccess: onDone })}
      onLeave={onDone}
    />
  );
}

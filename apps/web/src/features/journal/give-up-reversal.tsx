import { paths } from '@just-ledger/contract';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DraftAnswer } from './draft-answer.js';

/** Says why an entry is not reversed by itself after all. */
export function GiveUpReversal({
  number,
  was,
  organisation,
  onDone,
}: {
  number: string;
  /** The day that it is planned for. */
  was: string;
  organisation: number;
  onDone: () => void;
}) {
  const giveUp = useOrganisationMutation((reason: string) =>
    api.post(paths.giveUpReversal(organisation, number), { reason, was }),
  );
  return (
    <DraftAnswer
      label={`Why ${number} is not reversed`}
      action="Do not reverse it"
      isBusy={giveUp.isPending}
      error={giveUp.error}
      onSend={(reason) => giveUp.mutate(reason, { onSuccess: onDone })}
      onLeave={onDone}
    />
  );
}

import { useMutation, type UseMutationResult, useQueryClient } from '@tanstack/react-query';
import { useOrganisationId } from './address.js';
import { isChangedSince } from './request.js';

/**
 * Something that changes the books: afterwards everything shown of the organisation is read again, also where it was
 * refused because somebody else has changed it.
 *
 * @param inTurn what is changed, where the order matters: its changes are sent one after the other, each once the one
 * before it has been answered. Requests sent at once may arrive in any order.
 */
export function useOrganisationMutation<Args, Answer>(
  change: (args: Args) => Promise<Answer>,
  inTurn?: string,
): UseMutationResult<Answer, Error, Args> {
  const client = useQueryClient();
  const organisation = useOrganisationId();
  const readAgain = (): Promise<void> => client.invalidateQueries({ queryKey: ['organisation', organisation] });
  return useMutation({
    mutationFn: change,
    ...(inTurn !== undefined && { scope: { id: `${organisation} ${inTurn}` } }),
    // not awaited: what is read again may take away the form whose own callback still has to run
    onSuccess: () => void readAgain(),
    // what somebody else has changed is read again, so that it can be opened as it is now
    onError: (error) => {
      if (isChangedSince(error)) void readAgain();
    },
  });
}

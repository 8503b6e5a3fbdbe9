import { useMutation, type UseMutationResult, useQueryClient } from '@tanstack/react-query';
import { useOrganisationId } from './address.js';

/** Something that changes the books: afterwards everything shown of the organisation is read again. */
export function useOrganisationMutation<Args, Answer>(
  change: (args: Args) => Promise<Answer>,
): UseMutationResult<Answer, Error, Args> {
  const client = useQueryClient();
  const organisation = useOrganisationId();
  return useMutation({
    mutationFn: change,
    // not awaited: what is read again may take away the form whose own callback still has to run
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ['organisation', organisation] });
    },
  });
}

import { paths, type SessionResponse } from '@just-ledger/contract';
import { queryOptions, useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { api } from './request.js';

/** Who is signed in. */
export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => api.get(paths.session),
  staleTime: Infinity,
});

/** How one signs in, and where one is signed in. */
export const ownSignInQuery = queryOptions({
  queryKey: ['own sign-in'],
  queryFn: () => api.get(paths.ownSignIn),
});

/** Who is signed in, once known. */
export function useSession(): SessionResponse {
  return useSuspenseQuery(sessionQuery).data;
}

/** Signing out forgets everything that was read. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => api.delete(paths.session),
    onSuccess: () => {
      client.clear();
      window.location.assign('/');
    },
  });
}

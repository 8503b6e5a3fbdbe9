import { paths, type SessionResponse } from '@just-ledger/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { api } from '../../api/request.js';
import { sessionQuery } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Signs in with a passkey. What makes one is loaded when it is asked for: most sign in with a password. */
export function SignInByPasskey({ onDone }: { onDone?: ((answer: SessionResponse) => void) | undefined }) {
  const client = useQueryClient();
  const signIn = useMutation({
    mutationFn: async () => {
      const { usedPasskey } = await import('./passkey-of-browser.js');
      const { options } = await api.post(paths.passkeyOffer);
      return api.post(paths.sessionByPasskey, { credential: await usedPasskey(options) });
    },
    onSuccess: (answer) => {
      client.setQueryData(sessionQuery.queryKey, answer);
      onDone?.(answer);
    },
  });
  return (
    <div className={clsx(layout.above, 'small')}>
      <button className="act" type="button" disabled={signIn.isPending} onClick={() => signIn.mutate()}>
        Use a passkey
      </button>
      <ErrorMessage error={signIn.error} />
    </div>
  );
}

import { paths } from '@just-ledger/contract';
import { useMutation } from '@tanstack/react-query';
import { api } from '../../api/request.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Ends every session, also those on other machines. */
export function SignOutEverywhere() {
  const end = useMutation({
    mutationFn: () => api.delete(paths.ownSessions),
    onSuccess: () => window.location.assign('/'),
  });
  return (
    <p className={layout.aboveWide}>
      <button className="act" type="button" disabled={end.isPending} onClick={() => end.mutate()}>
        Sign out everywhere
      </button>{' '}
      <span className="soft small">also where you are signed in on other machines</span>
      <ErrorMessage error={end.error} />
    </p>
  );
}

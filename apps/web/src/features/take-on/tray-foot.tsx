import { paths, type TakeOnResponse, type TrayResponse } from '@just-ledger/contract';
import { POSTED_PARTS } from '@just-ledger/core';
import { Button } from '@mui/material';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { useCommitKey } from '../../ui/use-commit-key.js';

/** Posts a tray by itself, so that its documents can be paid before the rest is here. */
export function TrayFoot({ of, takeOn }: { of: TrayResponse; takeOn: TakeOnResponse }) {
  const { organisation, may } = useBooks();
  const address = useAddress();
  const post = useOrganisationMutation(() =>
    api.post(paths.trayPosting(organisation.id, of.tray), { version: of.version }),
  );
  const takeBack = useOrganisationMutation(() => api.delete(paths.trayPosting(organisation.id, of.tray)));
  const canPost = takeOn.signedOff === null && of.state !== 'posted' && of.rowsWithProblems === 0 && may('takeOn');
  useCommitKey(() => post.mutate(undefined), canPost && !post.isPending);
  if (!POSTED_PARTS.some((part) => part === of.tray) || of.state === 'nothing') return null;
  const says = {
    waiting: 'Kept as it is typed; not in the ledger yet. It is posted at sign-off, or now.',
    changed: 'Changed since it was posted. Posted again, what it had posted is reversed.',
    posted: 'In the ledger as it stands here.',
  }[of.state];
  return (
    <>
      <span className="small soft">
        {says}{' '}
        {of.entries.map((number) => (
          <Link
            key={number}
            className="act"
            to={address.href('journal', { entry: number, from: takeOn.changeover, to: takeOn.changeover })}
          >
            {number}
          </Link>
        ))}
        <ErrorMessage error={post.error ?? takeBack.error} />
      </span>
      {takeOn.signedOff === null && (
        <Allowed act="takeOn">
          <span className={layout.row}>
            {of.state !== 'posted' && (
              <Button
                variant="outlined"
                disabled={post.isPending || of.rowsWithProblems > 0}
                onClick={() => post.mutate(undefined)}
              >
                {of.state === 'changed' ? 'Post it again' : 'Post this tray'}
              </Button>
            )}
            {of.state !== 'waiting' && (
              <button
                className="act"
                type="button"
                disabled={takeBack.isPending}
                onClick={() => takeBack.mutate(undefined)}
              >
                Undo posting
              </button>
            )}
          </span>
        </Allowed>
      )}
    </>
  );
}

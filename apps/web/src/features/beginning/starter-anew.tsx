import { type OrganisationResponse, paths } from '@just-ledger/contract';
import { KIND_LABELS, starterChart } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Takes the starter chart of the organisation's kind, while nothing has been posted; shows first what goes and comes. */
export function StarterAnew({ organisation }: { organisation: OrganisationResponse }) {
  const address = useAddress();
  const { today } = useBooks();
  const { data: accounts } = useQuery(accountsQuery(organisation.id, today));
  const [isOpen, setOpen] = useState(false);
  const start = useOrganisationMutation(() => api.post(paths.accountsStarter(organisation.id), {}));
  const kind = KIND_LABELS[organisation.kind].toLowerCase();
  const isPosted = accounts?.some((account) => account.lines > 0) ?? true;
  if (isPosted) return null;
  const coming = starterChart(organisation.kind).accounts.length;
  return (
    <section className={clsx(layout.aboveWide, formStyles.measure)} aria-label="Starter chart">
      <h2 className="minor">Chart of accounts</h2>
      {start.isSuccess ? (
        <p className={notice.done}>
          The chart of a {kind} stands.{' '}
          <Link className="act" to={address.href('chart')}>
            See it
          </Link>
        </p>
      ) : isOpen ? (
        <>
          <p className={clsx(layout.aboveClose, layout.belowClose)}>
            {accounts?.length ?? 0} accounts go, {coming} of the starter chart for a {kind} come. Nothing has been
            posted to them.
          </p>
          <div className={layout.row}>
            <Button variant="contained" disabled={start.isPending} onClick={() => start.mutate(undefined)}>
              Take the starter chart
            </Button>
            <Button variant="outlined" onClick={() => setOpen(false)}>
              Cancel
            </Button>
          </div>
        </>
      ) : (
        <p className="soft">
          Nothing has been posted yet.{' '}
          <button className="act" type="button" onClick={() => setOpen(true)}>
            Begin the chart anew for a {kind}
          </button>
        </p>
      )}
      <ErrorMessage error={start.error} />
    </section>
  );
}

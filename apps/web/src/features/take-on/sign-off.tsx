import { paths, ReopenTakeOnRequest, type TakeOnResponse } from '@just-ledger/contract';
import { dayOf, longDate, parseCivilDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './clearing-sheet.module.css';

/** Sign-off at zero; afterwards who and when, and the way to reopen. */
export function SignOff({ takeOn }: { takeOn: TakeOnResponse }) {
  const { organisation } = useBooks();
  const signOff = useOrganisationMutation(() =>
    api.post(paths.takeOnSignOff(organisation.id), { version: takeOn.version }),
  );
  if (!takeOn.isBegun) return null;
  if (takeOn.signedOff) return <SignedOff takeOn={takeOn} />;
  return (
    <section aria-label="Sign-off" className={layout.aboveWide}>
      <h2>Sign-off</h2>
      {takeOn.inTheWay.length > 0 ? (
        <ul className={clsx(styles.inTheWay, 'small')}>
          {takeOn.inTheWay.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      ) : (
        <p className="small soft">
          Everything agrees. What is not in the ledger yet is posted, and what lies up to{' '}
          {longDate(parseCivilDate(takeOn.changeover))} is locked.
        </p>
      )}
      <Allowed act="takeOn" isTold>
        <Button
          variant="contained"
          className={layout.aboveClose}
          disabled={takeOn.inTheWay.length > 0 || signOff.isPending}
          onClick={() => signOff.mutate(undefined)}
        >
          Sign off
        </Button>
      </Allowed>
      <ErrorMessage error={signOff.error} />
    </section>
  );
}

function SignedOff({ takeOn }: { takeOn: TakeOnResponse }) {
  const { organisation } = useBooks();
  const [isOpen, setOpen] = useState(false);
  const reopen = useOrganisationMutation((body: ReopenTakeOnRequest) =>
    api.post(paths.takeOnReopening(organisation.id), body),
  );
  const day = (moment: string): string => longDate(dayOf(moment));
  return (
    <section aria-label="Sign-off" className={layout.aboveWide}>
      <h2>Signed off</h2>
      <p className="small" role="status">
        By {takeOn.signedOff?.by} on {day(takeOn.signedOff?.at ?? '')}.
      </p>
      <ul className={clsx(styles.inTheWay, 'small soft')}>
        {takeOn.events.slice(1).map(({ event, at: when, by, reason: why }) => (
          <li key={when + event}>
            {event === 'reopened' ? 'Reopened' : 'Signed off'} by {by} on {day(when)}
            {why && `: ${why}`}
          </li>
        ))}
      </ul>
      <Allowed act="beginAnew">
        {isOpen ? (
          <RequestForm
            of={ReopenTakeOnRequest}
            label="Reopen the take-on"
            values={{ reason: '' }}
            toRequest={(typed): ReopenTakeOnRequest => typed}
            send={(request) => reopen.mutateAsync(request)}
            foot={({ isPending }) => (
              <div className={clsx(formStyles.foot, layout.row)}>
                <Button type="submit" variant="contained" disabled={isPending}>
                  Reopen
                </Button>
                <Button variant="outlined" onClick={() => setOpen(false)}>
                  Cancel
                </Button>
              </div>
            )}
          >
            <TextInput name="reason" label="Why it is reopened" hint="kept on the record" fullWidth autoFocus />
          </RequestForm>
        ) : (
          <button className="act" type="button" onClick={() => setOpen(true)}>
            Reopen it
          </button>
        )}
      </Allowed>
    </section>
  );
}

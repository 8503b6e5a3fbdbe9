import { type OwnSignInResponse, PasswordAgainRequest, paths } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { ownSignInQuery } from '../../api/session-queries.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ConfirmDevice } from './confirm-device.js';
import styles from './own-sign-in.module.css';
import { PasswordAgain } from './password-again.js';
import { RecoveryCodes } from './recovery-codes.js';

type Doing = 'set-up' | 'renew' | 'remove';

const ACTS: Record<Doing, string> = {
  'set-up': 'Set up a device',
  renew: 'New codes for paper',
  remove: 'Remove the device',
};

/** The device whose codes are asked for besides the password: set up, its codes on paper, and taken off again. */
export function OwnDevice({ device }: { device: OwnSignInResponse['device'] }) {
  const [doing, setDoing] = useState<Doing>();
  const [codes, setCodes] = useState<readonly string[]>();
  const client = useQueryClient();
  const settled = (shown?: readonly string[]): Promise<void> => {
    setDoing(undefined);
    offer.reset();
    setCodes(shown);
    return client.invalidateQueries({ queryKey: ownSignInQuery.queryKey });
  };
  const offer = useMutation({ mutationFn: (body: PasswordAgainRequest) => api.post(paths.ownDevice, body) });
  const send = async (what: Doing, body: PasswordAgainRequest): Promise<void> => {
    if (what === 'set-up') await offer.mutateAsync(body);
    else if (what === 'renew') await settled((await api.post(paths.ownDeviceCodes, body)).codes);
    else {
      await api.post(paths.ownDeviceRemoval, body);
      await settled();
    }
  };
  return (
    <section className={styles.section} aria-labelledby="own-device">
      <h3 id="own-device">A device besides the password</h3>
      {codes ? (
        <RecoveryCodes codes={codes} onDone={() => setCodes(undefined)} />
      ) : offer.data ? (
        <ConfirmDevice offer={offer.data} onConfirmed={settled} onLeave={() => void settled()} />
      ) : (
        <>
          <p>
            {device
              ? `A code of your device is asked for at each sign-in since ${longMoment(device.since)}. Of the codes on paper ${device.codesLeft} are left.`
              : 'With a device that shows a new code every half minute, your password alone lets nobody in. Any program for such codes will do.'}
          </p>
          {doing ? (
            <RequestForm
              className={clsx(formStyles.door, layout.stack, layout.above)}
              of={PasswordAgainRequest}
              label={ACTS[doing]}
              values={{ password: '' }}
              toRequest={(typed): PasswordAgainRequest => typed}
              send={(request) => send(doing, request)}
              foot={({ isPending }) => (
                <div className={layout.row}>
                  <Button type="submit" variant="contained" disabled={isPending}>
                    {ACTS[doing]}
                  </Button>
                  <Button variant="outlined" onClick={() => setDoing(undefined)}>
                    Cancel
                  </Button>
                </div>
              )}
            >
              <PasswordAgain />
            </RequestForm>
          ) : (
            <p className={clsx(layout.row, layout.aboveClose)}>
              {(device ? (['renew', 'remove'] as const) : (['set-up'] as const)).map((act) => (
                <button key={act} className="act" type="button" onClick={() => setDoing(act)}>
                  {ACTS[act]}
                </button>
              ))}
            </p>
          )}
        </>
      )}
    </section>
  );
}

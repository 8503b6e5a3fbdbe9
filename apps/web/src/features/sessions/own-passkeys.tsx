import { type NewPasskeyRequest, type OwnPasskeyResponse, PasswordAgainRequest, paths } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { IsString, MaxLength, MinLength } from 'class-validator';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { ownSignInQuery } from '../../api/session-queries.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import styles from './own-sign-in.module.css';
import { canHavePasskeys, newPasskey } from './passkey-of-browser.js';
import { PasswordAgain } from './password-again.js';

/** What is asked before a browser makes a passkey. */
class PasskeyToMake extends PasswordAgainRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(60) name!: string;
}

/** The passkeys with which one signs in: a new one made, and one taken off that is lost or no longer used. */
export function OwnPasskeys({ passkeys }: { passkeys: readonly OwnPasskeyResponse[] }) {
  const [doing, setDoing] = useState<'add' | OwnPasskeyResponse>();
  const client = useQueryClient();
  const settled = (): Promise<void> => {
    setDoing(undefined);
    return client.invalidateQueries({ queryKey: ownSignInQuery.queryKey });
  };
  const make = async ({ name, password }: PasskeyToMake): Promise<void> => {
    const { options } = await api.post(paths.ownPasskeyOffer, { password });
    const request: NewPasskeyRequest = { name, credential: await newPasskey(options) };
    await api.post(paths.ownPasskeys, request);
    await settled();
  };
  const remove = async (id: number, body: PasswordAgainRequest): Promise<void> => {
    await api.post(paths.ownPasskeyRemoval(id), body);
    await settled();
  };
  const leave = (
    <Button variant="outlined" onClick={() => setDoing(undefined)}>
      Cancel
    </Button>
  );
  return (
    <section className={styles.section} aria-labelledby="own-passkeys">
      <h3 id="own-passkeys">Passkeys</h3>
      <p>
        A passkey on this or another device signs you in by its own lock, a finger, a face or a number, without your
        password and without a code.
      </p>
      <ul className={layout.plainList}>
        {passkeys.map((passkey) => (
          <li key={passkey.id} className={clsx(layout.spread, styles.session)}>
            <span>
              {passkey.name}
              <span className="soft small">
                <br />
                since {longMoment(passkey.createdAt)},{' '}
                {passkey.usedAt === null ? 'not used yet' : `last used ${longMoment(passkey.usedAt)}`}
              </span>
            </span>
            <button
              className="act"
              type="button"
              aria-label={`Remove the passkey ${passkey.name}`}
              onClick={() => setDoing(passkey)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {!canHavePasskeys() && (
        <p className="soft small">
          Browsers keep passkeys for an address with a name, by https or on this machine: localhost, not 127.0.0.1.
        </p>
      )}
      {doing === undefined && canHavePasskeys() && (
        <p className={clsx(layout.row, layout.aboveClose)}>
          <button className="act" type="button" onClick={() => setDoing('add')}>
            Add a passkey
          </button>
        </p>
      )}
      {doing === 'add' && (
        <RequestForm
          className={clsx(formStyles.door, layout.stack, layout.above)}
          of={PasskeyToMake}
          label="Add a passkey"
          values={{ name: '', password: '' }}
          toRequest={(typed): PasskeyToMake => typed}
          send={make}
          foot={({ isPending }) => (
            <div className={layout.row}>
              <Button type="submit" variant="contained" disabled={isPending}>
                Add a passkey
              </Button>
              {leave}
            </div>
          )}
        >
          <TextInput name="name" label="Name" hint="To know it by, such as “the laptop”." required autoFocus />
          <PasswordAgain autoFocus={false} />
        </RequestForm>
      )}
      {typeof doing === 'object' && (
        <RequestForm
          key={doing.id}
          className={clsx(formStyles.door, layout.stack, layout.above)}
          of={PasswordAgainRequest}
          label={`Remove the passkey ${doing.name}`}
          values={{ password: '' }}
          toRequest={(typed): PasswordAgainRequest => typed}
          send={(request) => remove(doing.id, request)}
          foot={({ isPending }) => (
            <div className={layout.row}>
              <Button type="submit" variant="contained" disabled={isPending}>
                Remove “{doing.name}”
              </Button>
              {leave}
            </div>
          )}
        >
          <PasswordAgain />
        </RequestForm>
      )}
    </section>
  );
}

import { useSuspenseQuery } from '@tanstack/react-query';
import { ownSignInQuery } from '../../api/session-queries.js';
import { OwnDevice } from './own-device.js';
import { OwnPasskeys } from './own-passkeys.js';
import { OwnPassword } from './own-password.js';
import { OwnPreferences } from './own-preferences.js';
import { OwnSessions } from './own-sessions.js';

/** How a person reads and types, the password, the device besides it, the passkeys, and where they are signed in. */
export default function OwnSignInSections() {
  const { sessions, device, passkeys } = useSuspenseQuery(ownSignInQuery).data;
  return (
    <>
      <OwnPreferences />
      <OwnPassword />
      <OwnDevice device={device} />
      <OwnPasskeys passkeys={passkeys} />
      <OwnSessions sessions={sessions} />
    </>
  );
}

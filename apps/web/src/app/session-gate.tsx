import { useColorScheme } from '@mui/material/styles';
import { useEffect, useState } from 'react';
import { Outlet } from 'react-router';
import { useSession } from '../api/session-queries.js';
import { SessionEnded } from '../features/sessions/session-ended.js';
import { SignInScreen } from '../features/sessions/sign-in-screen.js';
import { setOwnWays } from '../ui/own-ways.js';
import { ServerNotice } from './server-notice.js';

/** Lets people in; a session that ends is taken up again over the desk, which stays as it is. */
export function SessionGate() {
  const session = useSession();
  setOwnWays(session.person?.preferences);
  const { setMode } = useColorScheme();
  const colours = session.person?.preferences.colours;
  useEffect(() => {
    if (colours) setMode(colours);
  }, [colours, setMode]);
  const [email, setEmail] = useState(session.person?.email);
  if (session.person && session.person.email !== email) setEmail(session.person.email);
  if (!email) return <SignInScreen firstRun={session.firstRun} />;
  return (
    <>
      <ServerNotice />
      <Outlet />
      {!session.person && <SessionEnded email={email} />}
    </>
  );
}

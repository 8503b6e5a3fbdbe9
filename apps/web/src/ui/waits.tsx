import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../api/address.js';

/** What waits on a screen, in a few words that lead there. */
export function Waits({
  on,
  span,
  children,
}: {
  on: string;
  /** The days it is about, where they are not those of the rail. */
  span?: { readonly year: string; readonly from: string; readonly to: string };
  children: ReactNode;
}) {
  const address = useAddress();
  const days = span && { year: span.year, from: span.from, to: span.to };
  return <Link to={address.href(on, days)}>{children}</Link>;
}

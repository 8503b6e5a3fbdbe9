import { minor, parseAmount } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';
import { takeOnQuery } from '../../api/take-on-queries.js';
import { displayed } from '../../ui/own-ways.js';

/** How far a take-on that has been begun is from its sign-off. */
export function TakeOnBadge() {
  const { organisation, currency } = useBooks();
  const { data: takeOn } = useQuery(takeOnQuery(organisation.id));
  if (!takeOn?.isBegun || takeOn.signedOff) return null;
  const difference = takeOn.clearing.reduce(
    (sum, { expected }) => sum + Math.abs(parseAmount(expected, currency)),
    0,
  );
  return (
    <Waits on="bench">
      {difference === 0 ? 'to sign off' : `difference ${displayed(minor(difference), currency)}`}
    </Waits>
  );
}

import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';

/** Entries by number, each a way to it. */
export function EntryLinks({ numbers }: { numbers: readonly string[] }) {
  const address = useAddress();
  return numbers.map((number) => (
    <span key={number}>
      <Link className="act nowrap" to={address.href('journal', { entry: number })}>
        {number}
      </Link>{' '}
    </span>
  ));
}

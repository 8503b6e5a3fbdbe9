import { Link, useParams } from 'react-router';
import { useAddress } from '../api/address.js';
import { Sheet } from '../ui/sheet.js';

/** What stands where an address names a screen that there is not. */
export function NoSuchScreen() {
  const { screen } = useParams();
  const address = useAddress();
  return (
    <Sheet title="No such screen">
      <p>
        The address names “{screen}”, and there is no such screen. Perhaps it was cut off.{' '}
        <Link className="act" to={address.href('journal')}>
          To the journal
        </Link>
      </p>
    </Sheet>
  );
}

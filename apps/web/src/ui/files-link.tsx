import type { ImportSubject } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../api/address.js';

/** The way to the files of a subject, read and written. */
export function FilesLink({ subject }: { subject: ImportSubject }) {
  const address = useAddress();
  return (
    <Link className="act" to={address.href('files', { subject })}>
      Files in and out
    </Link>
  );
}

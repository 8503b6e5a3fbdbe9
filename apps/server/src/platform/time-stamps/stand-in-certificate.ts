import { join } from 'node:path';

/** Where the key of the stand-in for an authority and its certificate lie in a data folder. */
export function standInFolder(folder: string): string {
  return join(folder, 'time-stamp-authority');
}

/** Where the certificate of the stand-in lies in a data folder. */
export function standInCertificate(folder: string): string {
  return join(standInFolder(folder), 'certificate.pem');
}

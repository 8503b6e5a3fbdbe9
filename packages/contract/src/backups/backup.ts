/** The daily backups of the installation; each was verified when it was made. */
export interface BackupsResponse {
  /** UTC moment of the last one, if there is one. */
  last: string | null;
  kept: number;
  /** Why the last attempt failed, if it did. */
  failure: string | null;
}

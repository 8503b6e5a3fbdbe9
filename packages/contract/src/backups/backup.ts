/** The daily backups of the installation; each was verified when it was made. */
export interface BackupsResponse {
  /** UTC moment of the last one, if there is one. */
  last: string | null;
  kept: number;
  /** Why the last attempt failed, if it did. */
  failure: string | null;
  /** How the last restore went that was tried out by itself: when, and what was wrong; null if none was yet. */
  rehearsal: { at: string; failure: string | null } | null;
}

/** Where an organisation stands in its job. */
export interface BooksStatusResponse {
  organisation: number;
  /** Why nothing more can be told of it: its books could not be read. The others are told all the same. */
  failure?: string;
  /** How many entries are posted, and on which date the last of them lies. */
  entries: number;
  lastDate: string | null;
  drafts: number;
  /** Occurrences of recurring journals that are due. */
  due: number;
  /** Months that are over, have entries and are not locked. */
  openMonths: number;
  /** The name of the first year that is over, has entries and is not closed. */
  yearToClose: string | null;
  /** Papers still to be gathered, while the books are young: nothing locked or closed yet. */
  papersWanted: number;
  /** By how much the take-on is apart, added up over its trays, while it is not signed off; null if none is on its way. */
  takeOnDifference: string | null;
  proofs: number;
  proofsFailing: number;
}

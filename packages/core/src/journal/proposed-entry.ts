/** A line as somebody proposes it: references by number or name, amounts as decimal text. */
export interface ProposedLine {
  readonly account: string;
  readonly debit?: string | undefined;
  readonly credit?: string | undefined;
  readonly note?: string | undefined;
  /** Number or name. */
  readonly contact?: string | undefined;
  /** Value by breakdown, both by name. */
  readonly breakdowns?: Readonly<Record<string, string>> | undefined;
  readonly currency?: string | undefined;
  /** In that currency; positive, or signed debit positive when debit and credit are left to be computed. */
  readonly foreignAmount?: string | undefined;
  /** Base units for one foreign unit. */
  readonly rate?: string | undefined;
  /** Foreign units for one base unit. */
  readonly ratePerBase?: string | undefined;
  readonly dueDate?: string | undefined;
  readonly document?: string | undefined;
  readonly documentDate?: string | undefined;
  readonly ownNumber?: string | undefined;
  readonly movement?: string | undefined;
  readonly cashBasis?: boolean | undefined;
}

/** An entry as somebody proposes it. */
export interface ProposedEntry {
  readonly date: string;
  readonly kind?: string | undefined;
  readonly explanation: string;
  readonly reference?: string | undefined;
  /** The number of the entry that it corrects. */
  readonly corrects?: string | undefined;
  /** The day on which it is to be reversed by itself. */
  readonly reversesOn?: string | undefined;
  readonly lines: readonly ProposedLine[];
}

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
  /** How people write the code of its tax; without one there is no tax. */
  readonly taxCode?: string | undefined;
  /** Whether the tax comes on top of the amount (`net`, where nothing is said) or is in it (`gross`). */
  readonly amountIs?: string | undefined;
  /** By how much the tax is more, or less where negative, than its rate comes to; decimal text. */
  readonly taxAdjustment?: string | undefined;
  /** Per cent. Where it is given the tax is as given too, and none is reckoned: lines of an entry that was posted. */
  readonly taxRate?: string | undefined;
  /** Beside a given rate: what the tax is reckoned on; negative on a credit note. The line's amount if left out. */
  readonly taxBase?: string | undefined;
  /** Beside a given rate: `debit` or `credit` on a line that is tax itself. */
  readonly taxSide?: string | undefined;
}

/** An entry as somebody proposes it. */
export interface ProposedEntry {
  readonly date: string;
  readonly kind?: string | undefined;
  readonly explanation: string;
  readonly reference?: string | undefined;
  /** The day of the supply, where it is another than the entry's. */
  readonly supplyDate?: string | undefined;
  /** The number of the entry that it corrects. */
  readonly corrects?: string | undefined;
  /** The day on which it is to be reversed by itself. */
  readonly reversesOn?: string | undefined;
  readonly lines: readonly ProposedLine[];
}

/** A line of an entry that a paper leads to. */
export interface PaperLine {
  readonly account: string;
  /** Debit positive. */
  readonly amount: number;
  readonly contact?: string;
}

/** A paper on the bookkeeper's desk, and the entry that it leads to. */
export interface Paper {
  readonly date: string;
  readonly explanation: string;
  readonly lines: readonly PaperLine[];
}

/** What comes again: from which account to which, for what. Accounts are those of a company's starter chart. */
const USUAL: readonly (readonly [from: string, to: string, explanation: string, contact?: string])[] = [
  ['1000', '6400', 'Stamps and envelopes'],
  ['1000', '6550', 'Bus fares to the market'],
  ['1000', '6400', 'Paper and toner'],
  ['1010', '6550', 'Diesel for the van'],
  ['1010', '6350', 'Cleaning of the workshop'],
  ['1010', '6200', 'Water of the workshop'],
  ['1010', '6200', 'Electricity of the workshop'],
  ['1010', '6650', 'Card fees of the week'],
  ['1000', '1010', 'Till banked'],
  ['4000', '1000', 'Takings of the day'],
  ['1010', '2100', 'Marsh Engineering is paid', 'Marsh Engineering'],
  ['1010', '2100', 'Clearglass Bottles is paid', 'Clearglass Bottles'],
  ['1100', '1010', 'Low Weir Inn pays', 'Low Weir Inn'],
];

/** What comes once. */
const ONCE: readonly (readonly [from: string, to: string, explanation: string])[] = [
  ['1010', '6600', 'Advice on the lease of the yard'],
  ['1000', '6900', 'Flowers for the opening'],
  ['1010', '6450', 'Notice in the parish paper'],
  ['1010', '6300', 'Cover for the autumn fair'],
  ['1000', '6350', 'Hinges for the shed door'],
  ['1010', '1500', 'Second-hand workbench'],
];

/** The contacts that papers name. */
export const PAPER_CONTACTS: readonly (readonly [name: string, role: 'customer' | 'supplier'])[] = [
  ['Marsh Engineering', 'supplier'],
  ['Clearglass Bottles', 'supplier'],
  ['Low Weir Inn', 'customer'],
];

function simple(
  date: string,
  amount: number,
  [from, to, explanation, contact]: (typeof USUAL)[number] | (typeof ONCE)[number],
): Paper {
  const named = (account: string) => (contact && /^(1100|2100)$/.test(account) ? { contact } : {});
  return {
    date,
    explanation,
    lines: [
      { account: to, amount, ...named(to) },
      { account: from, amount: -amount, ...named(from) },
    ],
  };
}

/** A day of a month. */
const day = (month: string, dayOfMonth: number): string => `2026-${month}-${String(dayOfMonth).padStart(2, '0')}`;

/** The papers of the month before, posted already: what is usual has been said once. */
export function papersBefore(): Paper[] {
  return USUAL.map((explanation, index) => simple(day('08', index + 2), 20 + index * 7.35, explanation));
}

/**
 * Fifty papers of a month, in the order of their dates: forty of what is usual, six of what comes once, four of three lines.
 */
export function fiftyPapers(): Paper[] {
  const usual = Array.from({ length: 40 }, (_, index) => index).flatMap((index) => {
    const what = USUAL[(index * 5) % USUAL.length];
    const amount = Math.round((12.5 + ((index * 37.17) % 290)) * 100) / 100;
    return what ? [simple(day('09', 1 + Math.floor(index * 0.7)), amount, what)] : [];
  });
  const once = ONCE.map((explanation, index) => simple(day('09', 3 + index * 4), 31.4 + index * 52.15, explanation));
  const cut = [1, 2, 3, 4].map((week): Paper => {
    const [wages, deducted] = [800 + week * 10, 160 + week * 2];
    return {
      date: day('09', week * 7),
      explanation: `Wages of week ${35 + week}`,
      lines: [
        { account: '6000', amount: wages },
        { account: '2310', amount: -deducted },
        { account: '1010', amount: deducted - wages },
      ],
    };
  });
  return [...usual, ...once, ...cut].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/**
 * The keys that a spreadsheet takes for papers. Its layout, the leanest we know: date, account debited, account credited,
 * amount, contact, explanation. An entry of two lines is one row; of more lines, a row a line with one of the accounts; date and
 * explanation only in its first row, of the date the day alone. Each cell takes what is typed into it and one key to leave it.
 */
export function spreadsheetKeys(papers: readonly Paper[]): number {
  const rows = papers.flatMap(({ date, explanation, lines }) => {
    const day = String(Number(date.slice(8)));
    const contact = lines.find((line) => line.contact)?.contact ?? '';
    const [debit, credit] = [lines.find(({ amount }) => amount > 0), lines.find(({ amount }) => amount < 0)];
    if (lines.length === 2 && debit && credit) {
      return [[day, debit.account, credit.account, typedAmount(debit.amount), contact, explanation]];
    }
    return lines.map(({ account, amount }, index) => [
      index === 0 ? day : '',
      amount > 0 ? account : '',
      amount < 0 ? account : '',
      typedAmount(Math.abs(amount)),
      '',
      index === 0 ? explanation : '',
    ]);
  });
  return rows.flat().reduce((sum, text) => sum + text.length + 1, 0);
}

/** An amount as somebody in a hurry types it. @example typedAmount(48.6) // → '48.6' */
export function typedAmount(amount: number): string {
  return String(Math.round(amount * 100) / 100);
}

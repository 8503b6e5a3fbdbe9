/** The lines of a simple entry: from one account to another. */
export function fromTo(from: string, to: string, amount: string, more: object = {}): object[] {
  return [
    { account: to, debit: amount, ...more },
    { account: from, credit: amount },
  ];
}

/** So many entries or lines are printed at once; more of them are for a file. */
const MOST = 20_000;

/** @throws {Error} for more than are printed at once, in words for whoever asked */
export function assertPrintable(count: number, what: string): void {
  if (count <= MOST) return;
  const most = MOST.toLocaleString('en');
  throw new Error(`These are more than ${most} ${what}, too many to print: choose fewer dates, or save them as CSV.`);
}

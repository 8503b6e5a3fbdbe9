/** So many entries or lines are printed at once; more of them are for a file. */
const MOST = 20_000;

/** @throws {Error} for more than are printed at once, in words for whoever asked */
export function assertPrintable(count: number, what: string): void {
  if (count <= MOST) return;
  const most = MOST.toLocaleString('en');
  throw new Error(`These are more than ${most} ${what}, too many to print: choose fewer dates, or save them as CSV.`);
}

/**
 * All pages of a list, whatever of them the screen has loaded.
 *
 * @param read the page that begins after another, by its `next`; the first after nothing
 * @param countOf how many there are on a page
 * @throws {Error} as soon as there are more than are printed at once
 */
export async function printablePages<Page extends { readonly next: string | null }>(
  read: (after: string) => Promise<Page>,
  countOf: (page: Page) => number,
  what: string,
): Promise<Page[]> {
  const pages: Page[] = [];
  let count = 0;
  for (let after: string | null = ''; after !== null;) {
    const page: Page = await read(after);
    pages.push(page);
    count += countOf(page);
    assertPrintable(count, what);
    after = page.next;
  }
  return pages;
}

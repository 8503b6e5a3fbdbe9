import { paths, type StatementOfAccountResponse, withQuery } from '@just-ledger/contract';
import { api } from '../../api/request.js';
import { assertPrintable } from '../../ui/print-limit.js';

/** A statement of account with all its lines, whatever of them the screen has loaded. */
export async function wholeStatement(
  organisation: number,
  contact: string,
  from: string,
  to: string,
): Promise<StatementOfAccountResponse> {
  const page = (after: string): Promise<StatementOfAccountResponse> =>
    api.get(withQuery(paths.statementOfAccount(organisation), { contact, from, to, after, limit: 500 }));
  const first = await page('');
  const lines = [...first.lines];
  for (let { next } = first; next !== null;) {
    const further = await page(next);
    lines.push(...further.lines);
    assertPrintable(lines.length, 'lines');
    next = further.next;
  }
  return { ...first, lines };
}

import { paths, type StatementOfAccountResponse, withQuery } from '@just-ledger/contract';
import { api } from '../../api/request.js';
import { printablePages } from '../../ui/print-limit.js';

/** A statement of account with all its lines. */
export async function wholeStatement(
  organisation: number,
  contact: string,
  from: string,
  to: string,
): Promise<StatementOfAccountResponse | undefined> {
  const pages = await printablePages<StatementOfAccountResponse>(
    (after) => api.get(withQuery(paths.statementOfAccount(organisation), { contact, from, to, after, limit: 500 })),
    ({ lines }) => lines.length,
    'lines',
  );
  const [first] = pages;
  return first && { ...first, lines: pages.flatMap(({ lines }) => lines) };
}

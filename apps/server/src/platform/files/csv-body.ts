import { problem } from '@just-ledger/core';
import { Refusal } from '../problems/refusal.js';

/** The text of a CSV request. @throws {Refusal} 415 if the request is of another kind */
export function csvText(body: unknown): string {
  if (typeof body === 'string') return body;
  throw new Refusal(415, [problem('csv-expected', '', 'Send the file as text/csv in UTF-8.')]);
}

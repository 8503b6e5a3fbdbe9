import { problem } from '@just-ledger/core';
import { Refusal } from '../../platform/problems/refusal.js';

const CODE = 'not-reviewed';

/** Days of large books that the thread which reviews them has not looked over yet. */
export function notReviewed(): Refusal {
  const message = 'The books are being looked over. Ask again in a moment.';
  return new Refusal(503, [problem(CODE, '', message)]);
}

/** Whether something could not be told because books have to be looked over first. */
export function isNotReviewed(error: unknown): boolean {
  return error instanceof Refusal && error.problems.some(({ code }) => code === CODE);
}

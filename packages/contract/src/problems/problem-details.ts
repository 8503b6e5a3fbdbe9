import type { Problem } from '@just-ledger/core';

/** An error answer, as RFC 9457 lays it out, with every single problem by path. */
export interface ProblemDetails {
  /** A relative reference that names the kind of problem. */
  type: string;
  title: string;
  status: number;
  detail?: string;
  problems: Problem[];
}

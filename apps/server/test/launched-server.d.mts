import type { ChildProcess } from 'node:child_process';

/** Who owns the books of a server under test. */
export const OWNER: { readonly email: string; readonly password: string };

/** A server that is ready: where, and what it said so far. */
export interface LaunchedServer {
  readonly process: ChildProcess;
  readonly url: string;
  readonly said: () => string;
}

/** Starts the built server on a data folder, and waits until it is ready. */
export function launch(folder: string, today: string, env: Record<string, string>): Promise<LaunchedServer>;

import type { Problem } from '@just-ledger/core';
import { parentPort } from 'node:worker_threads';
import { Refusal } from '../problems/refusal.js';

/** Tasks by name; each takes its context and one argument that can be cloned. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each task has its own argument and answer
export type TaskTable = Record<string, (context: any, args: any) => unknown>;

/** What is sent to a worker. */
export interface Question {
  readonly id: number;
  readonly name: string;
  readonly args: unknown;
}

/** What a worker sends back. */
export type Answer =
  | { readonly id: number; readonly is: 'done'; readonly value: unknown }
  | { readonly id: number; readonly is: 'refused'; readonly status: number; readonly problems: readonly Problem[] }
  | {
      readonly id: number;
      readonly is: 'failed';
      readonly message: string;
      readonly code?: string | undefined;
      readonly stack?: string | undefined;
    };

/** In a worker thread: answers questions with a function until the thread ends; what it promises is waited for. */
export function answerWith(work: (name: string, args: unknown) => unknown): void {
  parentPort?.on('message', ({ id, name, args }: Question) => {
    try {
      const value = work(name, args);
      if (value instanceof Promise) {
        value.then(
          (kept: unknown) => parentPort?.postMessage({ id, is: 'done', value: kept } satisfies Answer),
          (error: unknown) => parentPort?.postMessage(failureOf(id, error)),
        );
      } else parentPort?.postMessage({ id, is: 'done', value } satisfies Answer);
    } catch (error) {
      parentPort?.postMessage(failureOf(id, error));
    }
  });
}

function failureOf(id: number, error: unknown): Answer {
  if (error instanceof Refusal) return { id, is: 'refused', status: error.status, problems: error.problems };
  const { message, stack } = error as Error;
  return { id, is: 'failed', message, stack, code: (error as { code?: string }).code };
}

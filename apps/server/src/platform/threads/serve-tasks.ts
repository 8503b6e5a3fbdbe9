import type { Problem } from '@just-ledger/core';
import { parentPort } from 'node:worker_threads';
import { messageOf } from '../problems/message-of.js';
import { Refusal } from '../problems/refusal.js';
import { codeOf } from '../problems/told-error.js';
import type { Task } from './task.js';

/** What a thread is asked to see whether it is there. */
export const ARE_YOU_THERE = 'are-you-there';

/** What is sent to a thread. */
export interface Question {
  readonly id: number;
  readonly taskName: string;
  readonly args: unknown;
  /** Whether the result is handed over as JSON, ready to be sent. */
  readonly asJson?: boolean;
}

/** What a thread sends back. */
export type Answer =
  | { readonly id: number; readonly type: 'done'; readonly value: unknown }
  | { readonly id: number; readonly type: 'refused'; readonly status: number; readonly problems: readonly Problem[] }
  | {
      readonly id: number;
      readonly type: 'failed';
      readonly message: string;
      readonly code?: string | undefined;
      readonly stack?: string | undefined;
    };

// each task has its own arguments and result; who asks for one knows them by its type
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyTask = Task<any, any, unknown>;

/** Tasks by their names. @throws {Error} if two have the same name */
export class TaskTable<Of extends AnyTask> {
  private readonly byName = new Map<string, Of>();

  /** @param areas what areas export: whatever is a task is taken, the rest left */
  constructor(...areas: readonly object[]) {
    for (const exported of areas.flatMap((area): unknown[] => Object.values(area))) {
      if (!isTask(exported)) continue;
      if (this.byName.has(exported.taskName)) throw new Error(`two tasks are named ${exported.taskName}`);
      this.byName.set(exported.taskName, exported as Of);
    }
  }

  /** @throws {Error} if there is none */
  get(taskName: string): Of {
    const task = this.byName.get(taskName);
    if (!task) throw new Error(`this thread has no task named ${taskName}`);
    return task;
  }

  get names(): string[] {
    return [...this.byName.keys()];
  }
}

function isTask(exported: unknown): exported is AnyTask {
  return typeof exported === 'function' && 'taskName' in exported;
}

/**
 * In a worker thread: does tasks until the thread ends; what they promise is waited for.
 *
 * @param work what is wanted as JSON it may hand over as bytes that are nobody else's
 */
export function serveTasks(work: (taskName: string, args: unknown, asJson: boolean) => unknown): void {
  parentPort?.on('message', ({ id, taskName, args, asJson }: Question) => {
    const done = (value: unknown): void =>
      handOver(id, asJson && !(value instanceof Uint8Array) ? jsonBytes(value) : value);
    try {
      const value = taskName === ARE_YOU_THERE ? true : work(taskName, args, asJson ?? false);
      if (value instanceof Promise) {
        value.then(done, (error: unknown) => parentPort?.postMessage(failureOf(id, error)));
      } else done(value);
    } catch (error) {
      parentPort?.postMessage(failureOf(id, error));
    }
  });
}

/**
 * In a worker thread: gathers what is asked at the same time, and has it done together.
 *
 * @param serve does all that waits and takes it off; answers each when it holds
 */
export function serveTogether(serve: (waiting: Question[], answer: (answer: Answer) => void) => void): void {
  const waiting: Question[] = [];
  parentPort?.on('message', (question: Question) => {
    waiting.push(question);
    // what has arrived until now is read first
    if (waiting.length === 1) setImmediate(() => serve(waiting, (answer) => parentPort?.postMessage(answer)));
  });
}

/** A result as it goes over the wire, in bytes of its own. */
export function jsonBytes(value: unknown): Uint8Array {
  return new TextEncoder().encode(JSON.stringify(value));
}

/** Hands a result over; bytes that are nobody else's change hands without being copied. */
function handOver(id: number, value: unknown): void {
  const isWhole = value instanceof Uint8Array && value.byteLength === value.buffer.byteLength;
  const handedOver = isWhole && value.buffer instanceof ArrayBuffer ? [value.buffer] : [];
  parentPort?.postMessage({ id, type: 'done', value } satisfies Answer, handedOver);
}

/** How a task that threw something is answered. */
export function failureOf(id: number, error: unknown): Answer {
  if (error instanceof Refusal) return { id, type: 'refused', status: error.status, problems: error.problems };
  const stack = error instanceof Error ? error.stack : undefined;
  return { id, type: 'failed', message: messageOf(error), stack, code: codeOf(error) || undefined };
}

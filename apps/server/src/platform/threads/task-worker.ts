import { problem } from '@just-ledger/core';
import { Worker } from 'node:worker_threads';
import { Refusal } from '../problems/refusal.js';
import { type Answer, ARE_YOU_THERE, type Question } from './serve-tasks.js';
import type { Task } from './task.js';

/** How a thread may live and die. */
export interface ThreadLife {
  /** So much memory its values may take, in megabytes (2^20 bytes); beyond it the thread ends, and not the server. */
  readonly megabytes?: number;
  /** Whether another begins when it has died. */
  readonly isBegunAnew?: boolean;
  /** Whether it ends at once when the server ends: what it was doing is done after the next start, or when it is asked for. */
  readonly endsAtOnce?: boolean;
  readonly onDeath?: (error: Error) => void;
}

/** How a thread does: it answers, is at work on something that takes its time, or has ended. */
export interface ThreadStatus {
  readonly state: 'running' | 'busy' | 'ended';
  readonly deaths: number;
}

/** So many milliseconds a thread that is not busy has to answer whether it is there. */
const PATIENCE = 250;

/** What a thread threw, as an error: the errors of native modules come across without their message. */
function errorOf(thrown: unknown): Error {
  if (thrown instanceof Error && thrown.message) return thrown;
  const { code }: { code?: unknown } = Object(thrown);
  return new Error(typeof code === 'string' ? code : String(thrown));
}

function threadEnded(): Refusal {
  const message = 'This was too much for the server and has been given up. Nothing has been changed.';
  return new Refusal(503, [problem('thread-ended', '', message)]);
}

/** A worker thread that does tasks one after the other, in the order in which they were asked for. It begins with the first. */
export class TaskWorker<Context> {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, { resolve: (value: never) => void; reject: (error: Error) => void }>();
  private lastId = 0;
  private failure: Error | undefined;
  private deaths = 0;
  protected isEnding = false;

  constructor(
    private readonly script: URL,
    private readonly workerData: unknown,
    private readonly life: ThreadLife = {},
  ) {}

  /** Begins the thread before anything is asked of it. */
  warmUp(): void {
    if (!this.failure && !this.isEnding) this.worker ??= this.begin();
  }

  /**
   * Asks the thread whether it is there, and tells how often it had to be begun anew.
   *
   * @param patience in milliseconds: a thread that has not answered by then is busy
   */
  async status(patience = PATIENCE): Promise<ThreadStatus> {
    if (this.failure) return { state: 'ended', deaths: this.deaths };
    let timer: NodeJS.Timeout | undefined;
    const busy = new Promise<'busy'>((resolve) => (timer = setTimeout(() => resolve('busy'), patience)));
    const asked = this.ask(ARE_YOU_THERE, null).then(
      () => 'running' as const,
      () => 'ended' as const,
    );
    const state = await Promise.race([asked, busy]);
    clearTimeout(timer);
    return { state, deaths: this.deaths };
  }

  private begin(): Worker {
    const { script, workerData } = this;
    const megabytes = this.life.megabytes ?? 2_048;
    const worker = new Worker(script, { workerData, resourceLimits: { maxOldGenerationSizeMb: megabytes } });
    worker.on('message', (answer: Answer) => this.settle(answer));
    worker.on('error', (thrown: unknown) => this.died(worker, errorOf(thrown)));
    worker.on('exit', (code) => this.died(worker, new Error(`worker ended with code ${code}`)));
    return worker;
  }

  /** Asks for a task. @throws {Refusal} as the task does */
  run<Args, Result>(task: Task<Context, Args, Result>, args: Args): Promise<Awaited<Result>> {
    return this.ask(task.taskName, args);
  }

  /** Asks for a task that may take so many milliseconds; then the thread is ended. @throws {Refusal} 503 if it took longer */
  async runWithin<Args, Result>(
    milliseconds: number,
    task: Task<Context, Args, Result>,
    args: Args,
  ): Promise<Awaited<Result>> {
    const timer = setTimeout(() => void this.giveUp(), milliseconds);
    return this.run(task, args).finally(() => clearTimeout(timer));
  }

  /** Ends the thread with whatever it is doing. */
  protected async giveUp(): Promise<void> {
    await this.worker?.terminate();
  }

  /** Asks for a task, and for its result as JSON: it is written by the thread, however much it is. */
  runAsJson<Args>(task: Task<Context, Args, unknown>, args: Args): Promise<Uint8Array> {
    return this.ask(task.taskName, args, true);
  }

  private ask<Result>(taskName: string, args: unknown, asJson = false): Promise<Awaited<Result>> {
    if (this.failure) return Promise.reject(this.failure);
    const question: Question = { id: (this.lastId += 1), taskName, args, ...(asJson && { asJson }) };
    return new Promise((resolve, reject) => {
      this.waiting.set(question.id, { resolve, reject });
      this.worker ??= this.begin();
      this.worker.postMessage(question);
    });
  }

  /** Waits for what was asked for, unless it ends at once, and ends the thread. */
  async end(): Promise<void> {
    this.isEnding = true;
    if (this.life.endsAtOnce) await this.giveUp();
    while (this.waiting.size > 0) await new Promise((resolve) => setTimeout(resolve, 5));
    this.failure = new Error('worker has ended');
    await this.worker?.terminate();
  }

  private settle(answer: Answer): void {
    const waiting = this.waiting.get(answer.id);
    this.waiting.delete(answer.id);
    if (answer.type === 'done') waiting?.resolve(answer.value as never);
    else if (answer.type === 'refused') waiting?.reject(new Refusal(answer.status, answer.problems));
    else waiting?.reject(Object.assign(new Error(answer.message), { code: answer.code, stack: answer.stack }));
  }

  /** A thread that dies takes its tasks with it; another begins in its place, unless nothing can go on without it. */
  private died(worker: Worker, error: Error): void {
    if (worker !== this.worker || this.failure) return;
    this.deaths += 1;
    const tasks = [...this.waiting.values()];
    this.waiting.clear();
    const { onDeath, isBegunAnew } = this.life;
    if (this.isEnding || !isBegunAnew) this.failure = error;
    else this.worker = undefined;
    for (const { reject } of tasks) reject(isBegunAnew ? threadEnded() : error);
    if (!this.isEnding) onDeath?.(error);
  }
}

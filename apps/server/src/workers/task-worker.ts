import { Worker } from 'node:worker_threads';
import { Refusal } from '../problems/refusal.js';
import type { Answer, Question, TaskTable } from './task.js';

/** A worker thread that does named tasks one after the other, in the order in which they were asked for. */
export class TaskWorker<Tasks extends TaskTable> {
  private readonly worker: Worker;
  private readonly waiting = new Map<number, { resolve: (value: never) => void; reject: (error: Error) => void }>();
  private lastId = 0;
  private failure: Error | undefined;

  constructor(script: URL, workerData: unknown) {
    this.worker = new Worker(script, { workerData });
    this.worker.on('message', (answer: Answer) => this.settle(answer));
    this.worker.on('error', (error) => this.fail(error));
    this.worker.on('exit', (code) => this.fail(new Error(`worker ended with code ${code}`)));
  }

  /** Asks for a task. @throws {Refusal} as the task does */
  run<Name extends keyof Tasks & string>(
    name: Name,
    args: Parameters<Tasks[Name]>[1],
  ): Promise<Awaited<ReturnType<Tasks[Name]>>> {
    if (this.failure) return Promise.reject(this.failure);
    const question: Question = { id: (this.lastId += 1), name, args };
    return new Promise((resolve, reject) => {
      this.waiting.set(question.id, { resolve, reject });
      this.worker.postMessage(question);
    });
  }

  /** Waits for what was asked for and ends the thread. */
  async end(): Promise<void> {
    while (this.waiting.size > 0) await new Promise((resolve) => setTimeout(resolve, 5));
    this.failure = new Error('worker has ended');
    await this.worker.terminate();
  }

  private settle(answer: Answer): void {
    const waiting = this.waiting.get(answer.id);
    this.waiting.delete(answer.id);
    if (answer.is === 'done') waiting?.resolve(answer.value as never);
    else if (answer.is === 'refused') waiting?.reject(new Refusal(answer.status, answer.problems));
    else waiting?.reject(Object.assign(new Error(answer.message), { code: answer.code, stack: answer.stack }));
  }

  private fail(error: Error): void {
    this.failure ??= error;
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
  }
}

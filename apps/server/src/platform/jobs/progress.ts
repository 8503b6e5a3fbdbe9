import { problem } from '@just-ledger/core';
import { Refusal } from '../problems/refusal.js';
import type { CheckPoint } from './check-point.js';

const [DONE, TOTAL, STOPPED] = [0, 1, 2];

/** How far a long work is and whether it is to be given up: memory that two threads see at once. */
export class Progress {
  private readonly cells: Int32Array;

  constructor(readonly shared: SharedArrayBuffer = new SharedArrayBuffer(12)) {
    this.cells = new Int32Array(shared);
  }

  get done(): number {
    return Atomics.load(this.cells, DONE);
  }

  get total(): number {
    return Atomics.load(this.cells, TOTAL);
  }

  /** Begins a stretch of work. */
  begin(total: number): void {
    Atomics.store(this.cells, DONE, 0);
    Atomics.store(this.cells, TOTAL, total);
  }

  /** Asks the work to be given up at its next check point. */
  stop(): void {
    Atomics.store(this.cells, STOPPED, 1);
  }

  /** Says how far the work is. @throws {Refusal} 409 once it is to be given up */
  readonly at: CheckPoint = (done) => {
    Atomics.store(this.cells, DONE, done);
    if (Atomics.load(this.cells, STOPPED) === 1) {
      throw new Refusal(409, [problem('given-up', '', 'The import was given up. Nothing has been changed.')]);
    }
  };
}

import { Injectable } from '@nestjs/common';
import { LooksByItself } from '../jobs/look-by-itself.js';
import { messageOf } from '../problems/message-of.js';
import { Importer, Reader, Writer } from '../threads/threads.module.js';
import { carryMessage } from './carry-message.js';
import type { Delivery } from './mail-stand-in.js';
import { tellDelivery } from './outbox-commands.js';
import { messagesToCarry } from './outbox-store.js';

/** Lets messages go out when their time has come, one after the other. */
@Injectable()
export class OutboxKeeper extends LooksByItself {
  private atWork: Promise<readonly string[]> = Promise.resolve([]);

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly importer: Importer,
  ) {
    super('outbox');
  }

  /** Tries every message whose time has come. No two looks are at work at once: a message goes out once. */
  carryAll(): Promise<readonly string[]> {
    // a look that failed does not keep the next ones
    this.atWork = this.atWork.catch(() => []).then(() => this.turn());
    return this.atWork;
  }

  protected doDue(): Promise<readonly string[]> {
    return this.carryAll();
  }

  private async turn(): Promise<readonly string[]> {
    const failures: string[] = [];
    for (const id of messagesToCarry(this.reader.db, new Date().toISOString())) {
      let delivery: Delivery;
      try {
        delivery = await this.importer.run(carryMessage, { id });
      } catch (error) {
        failures.push(`Message ${id}: ${messageOf(error)}`);
        delivery = { state: 'busy', reason: 'The server could not write it.' };
      }
      await this.writer.run(tellDelivery, { id, delivery });
    }
    return failures;
  }
}

import { Injectable } from '@nestjs/common';
import { LooksByItself } from '../../platform/jobs/look-by-itself.js';
import { Writer } from '../../platform/threads/threads.module.js';
import { doRecurringByItself } from './do-by-itself.js';

/** Does what recurring journals do by themselves. */
@Injectable()
export class RecurringKeeper extends LooksByItself {
  constructor(private readonly writer: Writer) {
    super('recurring');
  }

  protected async doDue(): Promise<readonly string[]> {
    const failed = await this.writer.run(doRecurringByItself, {});
    return failed.map(
      ({ organisation, journal, date, error }) =>
        `Recurring journal ${journal} of organisation ${organisation}, ${date}: ${error}`,
    );
  }
}

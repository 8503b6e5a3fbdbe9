import { Injectable } from '@nestjs/common';
import { LooksByItself } from '../../platform/jobs/look-by-itself.js';
import { Writer } from '../../platform/threads/threads.module.js';
import { postPlannedReversals } from './reversal-commands.js';

/** Posts the reversals whose day has come. */
@Injectable()
export class PlannedReversals extends LooksByItself {
  constructor(private readonly writer: Writer) {
    super('reversals');
  }

  protected async doDue(): Promise<readonly string[]> {
    const failed = await this.writer.run(postPlannedReversals, {});
    return failed.map(
      ({ organisation, entry, error }) =>
        `The entry at place ${entry} of organisation ${organisation} was not reversed: ${error}`,
    );
  }
}

import { Controller, Get } from '@nestjs/common';
import type { StandingAnswer } from '@just-ledger/contract';
import { organisationsOf } from '../organisations/organisation-store.js';
import { FullChecks } from '../proofs/full-checks.js';
import { CurrentPerson } from '../sessions/session-guard.js';
import type { Person } from '../sessions/session-store.js';
import { HeavyReader, Reader } from '../workers/workers.module.js';

/** Where every organisation of a person stands in its job. */
@Controller('api/overview')
export class OverviewController {
  constructor(
    private readonly reader: Reader,
    private readonly heavyReader: HeavyReader,
    private readonly checks: FullChecks,
  ) {}

  @Get()
  async overview(@CurrentPerson() person: Person): Promise<StandingAnswer[]> {
    const today = this.reader.clock.today();
    const mine = organisationsOf(this.reader.db, person.id);
    return Promise.all(
      mine.map(async ({ id }) => {
        const standing = await this.heavyReader.run('standingOf', { organisation: id, today });
        const read = (await this.checks.last(id)).proofs;
        return {
          ...standing,
          proofs: standing.proofs + read.length,
          proofsFailing: standing.proofsFailing + read.filter((proof) => !proof.holds).length,
        };
      }),
    );
  }
}

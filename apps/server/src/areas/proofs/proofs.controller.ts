import {
  type ExplanationsResponse,
  type LockedProofsResponse,
  type ProofResponse,
  ProofsQuery,
  type ProofsResponse,
} from '@just-ledger/contract';
import {
  type CurrencyCode,
  type Explanations,
  formatAmount,
  longMoment,
  type Minor,
  type Proof,
} from '@just-ledger/core';
import { Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { FullChecks } from './full-checks.js';
import type { KeptCheck } from './last-readings.js';
import { lockedProofs } from './locked-proofs.js';
import { proofsAt } from './proof-readings.js';

/** Whether the numbers prove. */
@Controller('api/organisations/:organisation/proofs')
export class ProofsController {
  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly checks: FullChecks,
  ) {}

  /** All proofs at a date; those that read everything as they were last read. */
  @Get()
  async at(@CurrentOrganisation() organisation: Organisation, @Query() query: ProofsQuery): Promise<ProofsResponse> {
    return this.answer(organisation, query, await this.checks.last(organisation.id));
  }

  /** The proofs of locked months as they stood when they were locked. */
  @Get('locked')
  locked(@CurrentOrganisation() organisation: Organisation): Promise<LockedProofsResponse[]> {
    return this.readers.report(lockedProofs, organisation, {});
  }

  /** Reads everything again and answers all proofs. */
  @Post('check')
  @HttpCode(200)
  async check(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: ProofsQuery,
  ): Promise<ProofsResponse> {
    return this.answer(organisation, query, await this.checks.check(organisation.id));
  }

  private async answer(
    organisation: Organisation,
    query: ProofsQuery,
    check: KeptCheck | undefined,
  ): Promise<ProofsResponse> {
    const today = this.reader.clock.today(organisation.timeZone);
    const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
    // what was derived of lines that somebody has tampered with proves nothing
    await this.writer.lookForOthers();
    const drawn = await this.readers.run(proofsAt, { organisation: organisation.id, asAt });
    const since = check?.isFromBefore ? ', before the server was started; all is being read again' : '';
    const read = (check?.proofs ?? []).map((proof) => ({
      ...proofResponse(proof, organisation.baseCurrency),
      remark: `${proof.remark} Checked on ${longMoment(check?.at ?? '')}${since}.`,
    }));
    return {
      asAt,
      reading: !check || check.isFromBefore === true,
      proofs: [...drawn.map((proof) => proofResponse(proof, organisation.baseCurrency)), ...read],
    };
  }
}

function proofResponse(proof: Proof, currency: CurrencyCode): ProofResponse {
  const write = (figure: Proof['left']): string =>
    proof.unit === 'amount' ? formatAmount(figure, currency) : String(figure);
  return {
    key: proof.key,
    label: proof.label,
    leftLabel: proof.leftLabel,
    rightLabel: proof.rightLabel,
    left: write(proof.left),
    right: write(proof.right),
    difference: write(proof.difference),
    holds: proof.holds,
    unit: proof.unit,
    remark: proof.remark ?? null,
    explanations: proof.explanations ? explanationsResponse(proof.explanations, write) : null,
  };
}

function explanationsResponse(
  { largest, count, amount }: Explanations,
  write: (figure: Minor) => string,
): ExplanationsResponse {
  return {
    largest: largest.map(({ label, amount, entry = null, account = null, from = null, to = null }) => ({
      label,
      amount: write(amount),
      entry,
      account,
      from,
      to,
    })),
    count,
    amount: write(amount),
  };
}

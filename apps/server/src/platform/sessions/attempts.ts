import { problem } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { isIPv6 } from 'node:net';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refusal } from '../problems/refusal.js';

/** So long attempts count from the first of them on, in seconds. */
const DURATION = 15 * 60;

/** What is tried: by whom, as far as one says, and from where. */
export interface Attempt {
  /** Whose password, code or link is tried, however that is told. */
  readonly person: string;
  /** The address it comes from. */
  readonly address: string;
}

/** A counter, and what it counts an attempt under. */
interface Counter {
  readonly limiter: RateLimiterMemory;
  readonly keyOf: (attempt: Attempt) => string;
}

function counter(points: number, keyOf: Counter['keyOf']): Counter {
  return { limiter: new RateLimiterMemory({ points, duration: DURATION }), keyOf };
}

/**
 * Counts attempts to get in before anything is reckoned for them, so that a hundred at the same moment are a hundred.
 * One that was right is taken back. Somebody who guesses at a person from one address does not lock that person out at
 * another, and one person's slips do not lock out the office that shares an address.
 */
@Injectable()
export class Attempts {
  // the address first: of one that has tried too often no further names are remembered
  private readonly ofAddress = counter(100, ({ address }) => networkOf(address));
  private readonly ofPerson = counter(50, ({ person }) => nameOf(person));
  private readonly ofPersonThere = counter(10, ({ person, address }) => `${nameOf(person)} ${networkOf(address)}`);
  private readonly counters = [this.ofAddress, this.ofPersonThere, this.ofPerson];

  /** Counts an attempt. @throws {Refusal} 429 if there were too many of late */
  async begin(attempt: Attempt): Promise<void> {
    for (const { limiter, keyOf } of this.counters) {
      const { consumedPoints } = await limiter.penalty(keyOf(attempt));
      if (consumedPoints > limiter.points) {
        throw new Refusal(429, [
          problem('too-many-attempts', '', 'Too many failed attempts. Try again in a quarter of an hour.'),
        ]);
      }
    }
  }

  /** Takes an attempt back that does not count. */
  async takeBack(attempt: Attempt): Promise<void> {
    for (const { limiter, keyOf } of this.counters) await limiter.reward(keyOf(attempt));
  }

  /** Somebody got in: what they tried at that address before is forgotten. */
  async succeeded(attempt: Attempt): Promise<void> {
    await this.takeBack(attempt);
    await this.ofPersonThere.limiter.delete(this.ofPersonThere.keyOf(attempt));
  }
}

function nameOf(person: string): string {
  return person.trim().toLowerCase();
}

/** An address as far as one customer of a network has it: of version 6 the first half. @example networkOf('2001:db8:0:1::7') // → '2001:db8:0:1' */
function networkOf(address: string): string {
  if (!isIPv6(address)) return address;
  const [head = '', tail = ''] = address.split('::');
  const [first, last] = [head.split(':').filter(Boolean), tail.split(':').filter(Boolean)];
  const missing = address.includes('::') ? Array<string>(Math.max(0, 8 - first.length - last.length)).fill('0') : [];
  return [...first, ...missing, ...last].slice(0, 4).join(':');
}

import { problem } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { Refusal } from '../problems/refusal.js';

/** So long attempts count, in milliseconds. */
const WINDOW = 15 * 60 * 1000;

/** So many attempts are borne within it: of one person from one address, of one person, and from one address. */
const MOST = { 'person at address': 10, person: 50, address: 100 } as const;

/** What is counted, and how often it may be. */
type Key = readonly [key: string, most: number];

/** So many keys are remembered: many made-up names shall not fill the memory. */
const MOST_KEYS = 20_000;

/** What is tried: by whom, as far as one says, and from where. */
export interface Attempt {
  /** Whose password, code or link is tried, however that is told. */
  readonly person: string;
  /** The address it comes from. */
  readonly address: string;
}

/**
 * Counts attempts to get in before anything is reckoned for them, so that a hundred at the same moment are a hundred.
 * One that was right is taken back. Somebody who guesses at a person from one address does not lock that person out at
 * another, and one person's slips do not lock out the office that shares an address.
 */
@Injectable()
export class Attempts {
  private readonly moments = new Map<string, number[]>();

  /** Counts an attempt. @param now in milliseconds @throws {Refusal} 429 if there were too many of late */
  begin(attempt: Attempt, now = Date.now()): void {
    const keys = keysOf(attempt);
    for (const [key, most] of keys) {
      if (this.recent(key, now).length < most) continue;
      throw new Refusal(429, [
        problem('too-many-attempts', '', 'Too many failed attempts. Try again in a quarter of an hour.'),
      ]);
    }
    for (const [key] of keys) {
      const recent = [...this.recent(key, now), now];
      // at the end again: those that were not tried for longest are forgotten first
      this.moments.delete(key);
      this.moments.set(key, recent);
    }
    for (const key of this.moments.keys()) {
      if (this.moments.size <= MOST_KEYS) break;
      this.moments.delete(key);
    }
  }

  /** Takes an attempt back that does not count. */
  takeBack(attempt: Attempt): void {
    for (const [key] of keysOf(attempt)) this.moments.set(key, (this.moments.get(key) ?? []).slice(0, -1));
  }

  /** Somebody got in: what they tried at that address before is forgotten. */
  succeeded(attempt: Attempt): void {
    this.takeBack(attempt);
    const [[own]] = keysOf(attempt);
    this.moments.delete(own);
  }

  private recent(key: string, now: number): number[] {
    return (this.moments.get(key) ?? []).filter((moment) => now - moment < WINDOW);
  }
}

function keysOf({ person, address }: Attempt): readonly [Key, Key, Key] {
  const name = person.trim().toLowerCase();
  return [
    [`person at address ${name} ${address}`, MOST['person at address']],
    [`person ${name}`, MOST.person],
    [`address ${address}`, MOST.address],
  ];
}

import { problem } from '@just-ledger/core';
import { Refusal } from '../problems/refusal.js';

const WINDOW = 15 * 60 * 1000;
const MOST = 10;

/** Counts failed sign-ins by key; successes do not count. Time is passed in, in milliseconds. */
export class AttemptLimit {
  private readonly failures = new Map<string, number[]>();

  /** Whether one more attempt may be made now. */
  isOpen(key: string, now: number): boolean {
    return this.recent(key, now).length < MOST;
  }

  /** Remembers a failed attempt. */
  failed(key: string, now: number): void {
    const recent = [...this.recent(key, now), now];
    this.failures.set(key, recent);
    if (this.failures.size > 10_000) this.failures.clear(); // many made-up addresses shall not fill the memory
  }

  private recent(key: string, now: number): number[] {
    return (this.failures.get(key) ?? []).filter((index) => now - index < WINDOW);
  }
}

/** @throws {Refusal} 429 if one of the keys has failed too often of late */
export function assertMayTry(limit: AttemptLimit, keys: readonly string[]): void {
  if (keys.every((key) => limit.isOpen(key, Date.now()))) return;
  throw new Refusal(429, [
    problem('too-many-attempts', '', 'Too many failed attempts. Try again in a quarter of an hour.'),
  ]);
}

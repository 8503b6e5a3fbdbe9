import type { ZxcvbnFactory } from '@zxcvbn-ts/core';
import type { Db } from '../database/connection.js';
import { unprocessable } from '../problems/refusal.js';
import { defineReading } from '../threads/task.js';
import type { Readers } from '../threads/threads.module.js';

/** So much of a password is looked at, in characters: what is longer does not become easier to guess by it. */
const LOOKED_AT = 48;

/** How many guesses a password has to withstand: ten to the power of this. */
const LEAST_GUESSES = 8;

/** Its words are large, and seldom asked for: they are read with the first password. */
let judge: ZxcvbnFactory | undefined;

/** Whether a password is among those that are guessed first: a common one, a pattern, or made of what is known of the person. */
export const isSoonGuessed = defineReading(
  'isSoonGuessed',
  async (_: Db, { password, known }: { password: string; known: readonly string[] }): Promise<boolean> => {
    judge ??= (await import('./password-judge.js')).newJudge();
    const { guessesLog10 } = judge.check(password.slice(0, LOOKED_AT), wordsOf(known));
    return guessesLog10 < LEAST_GUESSES;
  },
  { isBesideBooks: true },
);

/**
 * Refuses a password that is soon guessed.
 *
 * @param path where it was typed
 * @param known the name and address of the person
 * @throws {Refusal} 422
 */
export async function assertNotSoonGuessed(
  readers: Readers,
  path: string,
  password: string,
  known: readonly string[],
): Promise<void> {
  if (!(await readers.run(isSoonGuessed, { password, known }))) return;
  const message =
    'This password is guessed soon: it is a common one, a pattern, or made of your name. Several words with blanks between them are fine.';
  throw unprocessable('password-guessed', path, message);
}

/** What is known of a person, as a password may have it: whole, word by word, and written together. */
function wordsOf(known: readonly string[]): string[] {
  return known.flatMap((text) => {
    const words = text.toLowerCase().split(/[^\p{L}\p{N}]+/u);
    return [text, words.join(''), ...words].filter((word) => word.length > 2);
  });
}

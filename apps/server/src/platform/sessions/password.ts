import { hash } from '@node-rs/argon2';

/** Hashes a password with argon2id. */
export function hashPassword(password: string): Promise<string> {
  return hash(password);
}

import { isCivilDate } from '@just-ledger/core';
import { resolve } from 'node:path';

const { env } = process;

function port(text: string | undefined): number {
  const value = Number(text ?? '4700');
  if (!Number.isInteger(value) || value < 0 || value > 65535) throw new Error(`PORT is not a port: ${text}`);
  return value;
}

function today(text: string | undefined): string | undefined {
  if (!text) return undefined;
  if (!isCivilDate(text)) throw new Error(`JUST_LEDGER_TODAY is not a date: ${text}`);
  return text;
}

const LOG_LEVELS = ['debug', 'info', 'warn', 'error', 'silent'] as const;

function logLevel(text: string | undefined): (typeof LOG_LEVELS)[number] {
  const level = LOG_LEVELS.find((logLevel) => logLevel === (text || 'warn'));
  if (!level) throw new Error(`JUST_LEDGER_LOG is none of ${LOG_LEVELS.join(', ')}: ${text}`);
  return level;
}

/** What the environment says. */
export const settings = {
  port: port(env['PORT']),
  /** Loopback unless told otherwise. */
  host: env['HOST'] || '127.0.0.1',
  /** The address people use, if it is not the one listened on. */
  origin: env['JUST_LEDGER_ORIGIN'] || undefined,
  /** The addresses of proxies that may say for whom they ask: single ones, or ranges such as 10.0.0.0/8. */
  proxies: (env['JUST_LEDGER_PROXIES'] ?? '').split(',').flatMap((address) => address.trim() || []),
  folder: resolve(env['JUST_LEDGER_DATA'] || '.data/books'),
  /** Who stamps times: the stand-in of the data folder unless an authority is named. */
  timeStamps: {
    url: env['JUST_LEDGER_TIME_STAMPS'] || undefined,
    /** A file of the certificates (PEM) of authorities that are trusted. */
    certificates: env['JUST_LEDGER_TIME_STAMP_CERTIFICATES'] || undefined,
  },
  /** A fixed civil date, for samples and tests. */
  today: today(env['JUST_LEDGER_TODAY']),
  /** From which level on is logged: `info` for each request. */
  log: logLevel(env['JUST_LEDGER_LOG']),
  /** Seconds after the start at which the first look is taken whether a daily backup is due. */
  backupAfter: Number(env['JUST_LEDGER_BACKUP_AFTER'] ?? '60') || 0,
  /** Seconds after the start at which the threads begin that nobody has needed yet. */
  warmAfter: Number(env['JUST_LEDGER_WARM_AFTER'] ?? '2') || 0,
  owner: { email: env['JUST_LEDGER_OWNER_EMAIL'], password: env['JUST_LEDGER_OWNER_PASSWORD'] },
};

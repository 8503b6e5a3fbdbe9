import { ValidationPipe, type ValidationError } from '@nestjs/common';
import { problem, type Problem } from '@just-ledger/core';
import { Refusal } from './refusal.js';

/** Checks requests against the contract: unknown fields and wrong types are refused, each at its path. */
export const requestPipe = new ValidationPipe({
  transform: true,
  whitelist: true,
  forbidNonWhitelisted: true,
  forbidUnknownValues: true,
  stopAtFirstError: true,
  exceptionFactory: (errors) =>
    new Refusal(
      422,
      errors.flatMap((error) => problemsOf(error, '')),
    ),
});

function problemsOf(error: ValidationError, above: string): Problem[] {
  const path = above ? `${above}.${error.property}` : error.property;
  const own = Object.entries(error.constraints ?? {}).map(([rule, message]) =>
    problem(rule === 'whitelistValidation' ? 'unknown-field' : 'invalid', path, sentence(message)),
  );
  return [...own, ...(error.children ?? []).flatMap((child) => problemsOf(child, path))];
}

function sentence(message: string): string {
  const text = message.charAt(0).toUpperCase() + message.slice(1);
  return text.endsWith('.') ? text : `${text}.`;
}

import { problem, type Problem } from '@just-ledger/core';
import { type ArgumentMetadata, type ValidationError, ValidationPipe } from '@nestjs/common';
import * as classTransformer from 'class-transformer';
import * as classValidator from 'class-validator';
import { Refusal } from './refusal.js';
import { isRequestClass, shapeProblems, withoutNulls } from './request-shape.js';

/** Checks requests against the contract: another shape, unknown fields and wrong types are refused, each at its path. */
class RequestPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    const { type, metatype } = metadata;
    if (type !== 'body' || !isRequestClass(metatype) || value === undefined) return super.transform(value, metadata);
    const plain = withoutNulls(metatype, value);
    const problems = shapeProblems(metatype, plain);
    if (problems.length > 0) throw new Refusal(422, problems);
    return super.transform(plain, metadata);
  }
}

/** The one pipe that all requests pass. */
export const requestPipe = new RequestPipe({
  // named, so that there is one of each in what the build puts together
  validatorPackage: classValidator,
  transformerPackage: classTransformer,
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

import type { ProblemDetails } from '@just-ledger/contract';
import { problem, type Problem } from '@just-ledger/core';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException } from '@nestjs/common';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { messageOf } from './message-of.js';
import { Refusal } from './refusal.js';
import { toldError } from './told-error.js';

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request could not be read',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not found',
  409: 'It has changed meanwhile',
  413: 'Too large',
  415: 'Another kind of content is expected',
  422: 'Something in it is not right',
  429: 'Too many attempts',
  500: 'Something went wrong here',
  507: 'There is no room',
};

/** So many problems are told at once; how many more there are is said. */
const MOST_PROBLEMS = 200;

function capped(problems: readonly Problem[]): Problem[] {
  const more = problems.length - MOST_PROBLEMS;
  if (more <= 0) return [...problems];
  return [...problems.slice(0, MOST_PROBLEMS), problem('more', '', `And ${more.toLocaleString('en')} more.`)];
}

/** Answers every failure as RFC 9457 problem details. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const reply = http.getResponse<FastifyReply>();
    const { status, problems } = read(error, http.getRequest<FastifyRequest>());
    const body: ProblemDetails = {
      type: `/problems/${problems[0]?.code ?? status}`,
      title: TITLES[status] ?? 'The request was refused',
      status,
      ...(problems[0] && { detail: problems[0].message }),
      problems: capped(problems),
    };
    if (status === 503) void reply.header('retry-after', '1');
    void reply
      .status(status)
      .header('content-type', 'application/problem+json; charset=utf-8')
      .send(JSON.stringify(body));
  }
}

/** What an error means to whoever asked; what should not have happened goes to the log, with the request's id. */
function read(error: unknown, { log }: FastifyRequest): { status: number; problems: readonly Problem[] } {
  if (error instanceof Refusal) return error;
  const status = statusOf(error);
  if (status !== undefined && status < 500) {
    return { status, problems: [problem(`http-${status}`, '', messageOf(error))] };
  }
  const told = toldError(error);
  if (told.isForTheLog) log.error(error);
  return told;
}

/** The status of Nest's and Fastify's own refusals. */
function statusOf(error: unknown): number | undefined {
  if (error instanceof HttpException) return error.getStatus();
  const { statusCode: status }: { statusCode?: unknown } = Object(error);
  return typeof status === 'number' ? status : undefined;
}

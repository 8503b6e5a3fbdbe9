import { problem } from '@just-ledger/core';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { Refusal } from './refusal.js';

/** So deep may values lie within each other; what the API takes is never deeper than six. */
const MOST_NESTING = 20;

type Done = (error: Error | null, body?: unknown) => void;

/** Reads a JSON body. One that nests too deep is refused before anything is built of it, as is text that is no Unicode. */
export function readJson(fastify: FastifyInstance): (request: FastifyRequest, body: Buffer, done: Done) => void {
  const parse = fastify.getDefaultJsonParser('error', 'error');
  return (request, body, done) => {
    const text = body.toString('utf8');
    // a request without a body is a request without fields
    if (text.trim() === '') return done(null, undefined);
    if (isTooDeep(text)) return done(refusal('json-nesting', `Values nest at most ${MOST_NESTING} deep.`));
    if (text.includes('\ufffd') || hasLoneSurrogate(text)) {
      return done(refusal('json-encoding', 'The text is not Unicode (UTF-8).'));
    }
    return parse(request, text, done);
  };
}

/** Whether brackets outside of strings nest deeper than they may. Every character is looked at once. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  let isInString = false;
  for (let index = 0; index < text.length; index += 1) {
    const mark = text[index];
    if (isInString && mark === '\\') index += 1;
    else if (mark === '"') isInString = !isInString;
    else if (isInString) continue;
    else if (mark === '[' || mark === '{') {
      depth += 1;
      if (depth > MOST_NESTING) return true;
    } else if (mark === ']' || mark === '}') depth -= 1;
  }
  return false;
}

/** Half of a character that takes two code units, written in code (`\\ud800`): no text can hold it. */
function hasLoneSurrogate(text: string): boolean {
  if (!/\\u[dD][89a-fA-F]/.test(text)) return false;
  return /\\u[dD][89abAB][0-9a-fA-F]{2}(?!\\u[dD][c-fC-F])|(?<!\\u[dD][89abAB][0-9a-fA-F]{2})\\u[dD][c-fC-F]/.test(
    text,
  );
}

function refusal(code: string, message: string): Refusal & { statusCode: number } {
  return Object.assign(new Refusal(400, [problem(code, '', message)]), { statusCode: 400 });
}

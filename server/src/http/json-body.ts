import type { IncomingMessage } from 'node:http';
import { depthOf } from '@undulan/core';
import express, { type RequestHandler } from 'express';
import { ProblemError } from './problem-error.ts';

const BODY_LIMIT = '4mb';
/** Deeper than anything that is sent here, and no deeper than the database takes. */
const MOST_DEPTH = 30;

/** Half of a pair of UTF-16 units, written out: the only way into JSON for text that is none. */
const WRITTEN_SURROGATE = /\\u[dD][89a-fA-F]/;
const mayHoldHalves = new WeakSet<IncomingMessage>();

function isWhole(value: unknown): boolean {
  if (typeof value === 'string') return value.isWellFormed();
  if (typeof value !== 'object' || value === null) return true;
  return Object.entries(value).every(([name, part]) => name.isWellFormed() && isWhole(part));
}

const checkBody: RequestHandler = (request, _response, next) => {
  if (depthOf(request.body, MOST_DEPTH) > MOST_DEPTH)
    throw new ProblemError('invalid-request', `The body is nested more than ${MOST_DEPTH} deep.`);
  if (mayHoldHalves.has(request) && !isWhole(request.body))
    throw new ProblemError('invalid-request', 'A text in the body holds half a character.');
  next();
};

/** Reads bodies of JSON; what no document could hold is refused here, once for all routes. */
export function jsonBody(): RequestHandler[] {
  const json = express.json({
    limit: BODY_LIMIT,
    verify: (request, _response, body) => {
      if (WRITTEN_SURROGATE.test(body.toString('latin1'))) mayHoldHalves.add(request);
    },
  });
  return [json, checkBody];
}

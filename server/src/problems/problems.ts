import type { ErrorRequestHandler, Request } from 'express';
import type { Logger } from 'pino';
import * as v from 'valibot';
import type { Refusal } from '#core/result';
import { usualUnits } from '#core/units';
import { refusalWords } from '#words/explain';
import type { Problem } from '#contracts/shapes';
import { speechIn, type Speech } from '#words/units';
import { problemsAnswers } from '#words/problems';
import { failedForNow, lostConnection } from '../db';
import { ThreadEnded } from '../threads';
import { newId } from './ids';

/** A sentence that holds amounts: it is said at the door, in the units of whoever asked. */
export type Said = string | ((speech: Speech) => string);
export interface FieldFault {
  field: string;
  message: Said;
  mend?: string;
}
export const saidIn = (speech: Speech, message: Said): string =>
  typeof message === 'string' ? message : message(speech);

/** Every expected failure of a request; anything else thrown is a bug and shows nothing of itself. */
export class RequestFault extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 409 | 413 | 415 | 421 | 422,
    readonly title: string,
    readonly faults: FieldFault[] = [],
  ) {
    super(title);
  }
}

export const badRequest = (faults: FieldFault[]): RequestFault =>
  new RequestFault(400, problemsAnswers.somethingInThisCannotBe, faults);
/** @param field Where it was named */
export const notFound = (what: string, field: string): RequestFault =>
  new RequestFault(404, problemsAnswers.thereIsNoSuch(what), [
    { field, message: problemsAnswers.isNoThatIsKnown(what) },
  ]);
export const conflict = (title: string, faults: FieldFault[] = []): RequestFault =>
  new RequestFault(409, title, faults);
export const refused = (title: string, faults: FieldFault[] = []): RequestFault => new RequestFault(422, title, faults);

/** A refusal of the core, beside the field it is about. */
export function faultOf(refusal: Refusal, field: string): FieldFault {
  const mend = 'mend' in refusal && refusal.mend !== undefined ? { mend: refusal.mend } : {};
  return { field, message: (speech) => refusalWords(speech, refusal), ...mend };
}

/** Checks what a client sent against its contract; every fault is named at once, with its path. */
export function parsed<S extends v.GenericSchema>(schema: S, sent: unknown): v.InferOutput<S> {
  // One fault a field: what is no date at all is not also no day of the calendar.
  const result = v.safeParse(schema, sent, { abortPipeEarly: true });
  if (result.success) return result.output;
  throw badRequest(result.issues.map((issue) => ({ field: v.getDotPath(issue) ?? '', message: issue.message })));
}

/** How soon to try again when the database does not answer: it is usually back within this. */
const tryAgainSeconds = 2;

const known: Record<string, { status: 400 | 413 | 415; title: string; field: string }> = {
  'entity.parse.failed': { status: 400, title: problemsAnswers.thisIsNotJsonWe, field: 'body' },
  'entity.too.large': { status: 413, title: problemsAnswers.thisIsLargerThanMay, field: 'body' },
  'request.size.invalid': { status: 400, title: problemsAnswers.thisIsNotAsLong, field: 'content-length' },
  'request.aborted': { status: 400, title: problemsAnswers.thisBrokeOffBeforeIts, field: 'body' },
  'encoding.unsupported': {
    status: 415,
    title: problemsAnswers.thisEncodingIsNotUnderstood,
    field: 'content-encoding',
  },
  'charset.unsupported': { status: 415, title: 'Send UTF-8', field: 'content-type' },
};
/** What the reading of a request refuses without a name of its own: compressed bytes that are broken or cut short. */
const isUnreadable = (error: unknown): boolean =>
  error instanceof Error && 'status' in error && typeof error.status === 'number' && error.status === 400;

/** The one mapper from failures to RFC 9457 problems. A bug gives an id and nothing else. */
export function problemHandler(logger: Logger, speechOf: (request: Request) => Promise<Speech>): ErrorRequestHandler {
  return async (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    // Nobody is asked for their units where no amount is said.
    const spoken = error instanceof RequestFault && error.faults.some((f) => typeof f.message !== 'string');
    const speech = spoken ? await speechOf(request).catch(() => usualSpeech) : usualSpeech;
    const problem = problemOf(error, { logger, speech });
    if (problem.status === 503) response.setHeader('Retry-After', String(tryAgainSeconds));
    // The rest of an oversized body is not read, so the connection cannot be used again.
    if (problem.status === 413) response.setHeader('Connection', 'close');
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

const unreadable = (status: number, title: string, field: string): Problem => ({
  type: 'about:blank',
  title,
  status,
  errors: [{ field, message: title.charAt(0).toLowerCase() + title.slice(1) }],
});
/** Nothing is wrong with what was asked: whoever waits for an answer asks again. */
const notNow = (title: string): Problem => ({
  type: 'about:blank',
  title: problemsAnswers.sendItAgainInA(title),
  status: 503,
});

/** The innermost reason, as the database or the system gives it: never the payload of the query. */
export function reasonOf(error: unknown): string {
  let inner: unknown = error;
  for (let depth = 0; depth < 8 && inner instanceof Error && inner.cause !== undefined; depth++) inner = inner.cause;
  if (!(inner instanceof Error)) return 'unknown';
  return 'code' in inner ? `${String(inner.code)} ${inner.message}` : inner.message;
}

const usualSpeech = speechIn(usualUnits);
function problemOf(error: unknown, { logger, speech }: { logger: Logger; speech: Speech }): Problem {
  if (error instanceof RequestFault)
    return {
      type: 'about:blank',
      title: error.title,
      status: error.status,
      ...(error.faults.length > 0
        ? { errors: error.faults.map((f) => ({ ...f, message: saidIn(speech, f.message) })) }
        : {}),
    };
  const kind = typeof error === 'object' && error !== null && 'type' in error ? known[String(error.type)] : undefined;
  if (kind) {
    const limit = typeof error === 'object' && error !== null && 'limit' in error ? Number(error.limit) : NaN;
    const said = kind.status === 413 && limit > 0 ? problemsAnswers.mbIsTheMost(Math.round(limit / 1024 / 1024)) : '';
    return unreadable(kind.status, kind.title + said, kind.field);
  }
  if (error instanceof URIError) return unreadable(400, problemsAnswers.thisAddressCannotBeRead, 'path');
  if (isUnreadable(error)) return unreadable(400, problemsAnswers.thisCannotBeReadIt, 'body');
  if (lostConnection(error)) {
    logger.warn({ reason: reasonOf(error) }, 'the database does not answer');
    return notNow(problemsAnswers.theDatabaseDoesNotAnswerJust);
  }
  if (failedForNow(error)) {
    logger.error({ reason: reasonOf(error) }, 'the database cannot do it now');
    return notNow(problemsAnswers.thereIsNoRoomOr);
  }
  if (error instanceof ThreadEnded) {
    logger.warn({ reason: reasonOf(error) }, 'a thread was ended');
    return notNow(problemsAnswers.thisTookLongerThanIt);
  }
  const incidentId = newId();
  logger.error(
    {
      incidentId,
      name: error instanceof Error ? error.name : 'unknown',
      reason: reasonOf(error),
      // Frames only: the message of a failed query holds what was sent.
      at: error instanceof Error ? error.stack?.split('\n').filter((line) => line.startsWith('    at ')) : undefined,
    },
    'unexpected failure',
  );
  return { type: 'about:blank', title: problemsAnswers.somethingFailedOnOurSide, status: 500, incidentId };
}

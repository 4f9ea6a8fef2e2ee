import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import plugin from 'fastify-plugin';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { isDatabaseAway, isDiskFull, isTakingTooLong } from '../database/databaseErrors.ts';
import { traceOf } from '../errorTrace.ts';
import { noteFault } from '../noted.ts';
import { ProblemError } from '../problem.ts';

const RETRY_AFTER_S = 2;

/** Answers every error as application/problem+json (RFC 9457), from the one catalogue. What is logged holds nothing that was typed. */
export const errors = plugin(async (app: FastifyInstance) => {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = toProblemError(error);
    if (problem.status >= 500) {
      const route = `${request.method} ${request.routeOptions.url ?? ''}`;
      // what was refused at once, because there was too much, would fill the log when there is least room for it
      if (problem.code !== 'tooMany') {
        request.log.error({ number: request.id, route, code: problem.code, trace: traceOf(error) }, 'a request failed');
        // (a proxy asks twice a second whether the server is ready: what people met with would soon be forgotten for it)
        if (request.routeOptions.url !== '/readyz')
          noteFault({ at: new Date().toISOString(), number: request.id, route, code: problem.code });
      }
    }
    return sendProblem(reply, problem);
  });
});

/** Sends a problem with its status. */
export function sendProblem(reply: FastifyReply, problem: ProblemError): FastifyReply {
  const retryAfterS = problem.retryAfterS ?? (problem.status === 503 ? RETRY_AFTER_S : undefined);
  if (retryAfterS !== undefined) void reply.header('retry-after', Math.ceil(retryAfterS));
  return reply.status(problem.status).type('application/problem+json').serializer(JSON.stringify).send(problem.toProblem(reply.request.id));
}

/** The problem that an error amounts to. */
export function toProblemError(error: FastifyError): ProblemError {
  if (error instanceof ProblemError) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const fields = error.validation.map(({ instancePath, message }) => ({
      path: instancePath.slice(1).replaceAll('/', '.'),
      message: message ?? '',
    }));
    return new ProblemError('invalid', { errors: fields, detail: fields[0]?.message ?? '', cause: error });
  }
  if (isDiskFull(error)) return new ProblemError('noRoom', { cause: error });
  if (isDatabaseAway(error)) return new ProblemError('databaseAway', { cause: error });
  if (isTakingTooLong(error)) return new ProblemError('busy', { cause: error });
  if (error.statusCode === 413) return new ProblemError('tooLarge', { cause: error });
  if (error.statusCode === 415) return new ProblemError('mediaType', { cause: error });
  if (error.statusCode !== undefined && error.statusCode < 500)
    return new ProblemError('unreadable', { detail: error.message, cause: error });
  return new ProblemError('unexpected', { cause: error });
}

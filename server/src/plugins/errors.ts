import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import plugin from 'fastify-plugin';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { isDatabaseAway } from '../database/databaseErrors.ts';
import { ProblemError } from '../problem.ts';

const RETRY_AFTER_S = 2;

/** Answers every error as application/problem+json (RFC 9457), from the one catalogue. */
export const errors = plugin(async (app: FastifyInstance) => {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = toProblemError(error);
    if (problem.status >= 500) request.log.error({ err: error }, problem.message);
    return sendProblem(reply, problem);
  });
});

/** Sends a problem with its status. */
export function sendProblem(reply: FastifyReply, problem: ProblemError): FastifyReply {
  if (problem.code === 'databaseAway') void reply.header('retry-after', RETRY_AFTER_S);
  return reply.status(problem.status).type('application/problem+json').serializer(JSON.stringify).send(problem.toProblem());
}

function toProblemError(error: FastifyError): ProblemError {
  if (error instanceof ProblemError) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const fields = error.validation.map(({ instancePath, message }) => ({
      path: instancePath.slice(1).replaceAll('/', '.'),
      message: message ?? '',
    }));
    return new ProblemError('invalid', { errors: fields, detail: fields[0]?.message ?? '', cause: error });
  }
  if (isDatabaseAway(error)) return new ProblemError('databaseAway', { cause: error });
  if (error.statusCode === 413) return new ProblemError('tooLarge', { cause: error });
  if (error.statusCode !== undefined && error.statusCode < 500)
    return new ProblemError('unreadable', { detail: error.message, cause: error });
  return new ProblemError('unexpected', { cause: error });
}

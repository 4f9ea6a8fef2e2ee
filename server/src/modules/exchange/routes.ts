import multipart from '@fastify/multipart';
import {
  exchangeKind,
  exportQuery,
  importProgress,
  importQuery,
  importReport,
  LARGEST_IMPORT_MB,
  problem,
  recordId,
} from '@easytuck/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { ProblemError } from '../../problem.ts';
import { sendTable, sendXlsx } from '../sendFile.ts';
import { withSentFile } from './receiveFile.ts';
import { exchangeService } from './service.ts';
import { xlsxOf } from './xlsx.ts';

const tags = ['exchange'];
const file = z.any().describe('A table as CSV, XLSX or JSON.');
const params = z.object({ kind: exchangeKind });
const importParams = z.object({ key: recordId });

/** Tables of ties and wearers, out as CSV, XLSX or JSON, and in as a file sent as a form. */
export async function exchangeRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = exchangeService(app.database);
  await app.register(multipart, { limits: { files: 1, fields: 4, fieldSize: 1_024, fileSize: LARGEST_IMPORT_MB * 1_048_576 } });

  routes.get(
    '/:kind',
    { schema: { tags, params, querystring: exportQuery, response: { 200: file, 400: problem, 413: problem, 503: problem } } },
    async (request, reply) => {
      const { kind } = request.params;
      const { format, ids } = request.query;
      const pieces = service.exportTable(kind, format === 'json' ? 'json' : 'csv', ids);
      return format === 'xlsx' ? sendXlsx(reply, kind, await xlsxOf(pieces)) : sendTable(reply, kind, format, pieces);
    },
  );
  routes.post(
    '/:kind',
    {
      config: { takesFile: true },
      bodyLimit: (LARGEST_IMPORT_MB + 1) * 1_048_576,
      schema: {
        tags,
        params,
        querystring: importQuery,
        consumes: ['multipart/form-data'],
        response: { 200: importReport, 400: problem, 409: problem, 413: problem, 415: problem, 503: problem },
      },
    },
    async (request) => {
      if (!request.isMultipart()) throw new ProblemError('mediaType');
      const { mode, known, key = uuid() } = request.query;
      return withSentFile(request.file(), (sent) => service.importFile(request.params.kind, { mode, known, key }, sent, whenGone(request)));
    },
  );
  routes.get(
    '/imports/:key',
    { schema: { tags, params: importParams, response: { 200: importProgress, 400: problem, 404: problem, 503: problem } } },
    async (request) => service.progress(request.params.key),
  );
  routes.delete(
    '/imports/:key',
    { schema: { tags, params: importParams, response: { 200: importProgress, 400: problem, 404: problem, 503: problem } } },
    async (request) => service.cancel(request.params.key),
  );
}

/** Says when whoever asked is no longer there to be answered. */
function whenGone({ raw }: FastifyRequest): AbortSignal {
  const gone = new AbortController();
  raw.socket.once('close', () => gone.abort());
  return gone.signal;
}

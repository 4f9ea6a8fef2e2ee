import type { FastifyReply } from 'fastify';

/** Sends a table to be saved as a file. */
export function sendTable(reply: FastifyReply, name: string, format: 'csv' | 'json', text: string): FastifyReply {
  const type = format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json; charset=utf-8';
  return reply
    .type(type)
    .header('content-disposition', `attachment; filename="${name}.${format}"`)
    .serializer((payload: unknown) => payload as string)
    .send(text);
}

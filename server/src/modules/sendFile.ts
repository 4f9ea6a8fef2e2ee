import type { FastifyReply } from 'fastify';
import { z } from 'zod';

/** What a PDF is called in the OpenAPI document, whose answers are otherwise JSON. */
export const pdfAnswer = z.any().describe('A vector PDF.');

/** Answers with a PDF to be looked at and printed; `name` is without its ending. */
export const sendPdf = (reply: FastifyReply, name: string, bytes: Uint8Array): FastifyReply =>
  sendAs(reply, 'application/pdf', `inline; filename="${name}.pdf"`, Buffer.from(bytes));

/** Answers with a table to be saved as a file; `name` is without its ending. */
export const sendTable = (reply: FastifyReply, name: string, format: 'csv' | 'json', text: string): FastifyReply =>
  sendAs(reply, `${format === 'csv' ? 'text/csv' : 'application/json'}; charset=utf-8`, `attachment; filename="${name}.${format}"`, text);

/** The body goes out as it is: it is no JSON for the schema's serializer. */
function sendAs(reply: FastifyReply, type: string, disposition: string, body: string | Buffer): FastifyReply {
  return reply
    .type(type)
    .header('content-disposition', disposition)
    .serializer((payload: unknown) => payload as string)
    .send(body);
}

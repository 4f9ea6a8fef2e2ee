import type { FastifyReply } from 'fastify';
import { Readable } from 'node:stream';
import { z } from 'zod';

/** What a PDF is called in the OpenAPI document, whose answers are otherwise JSON. */
export const pdfAnswer = z.any().describe('A vector PDF.');

/** A browser's own viewer of PDF lays a page of its own around it. */
const VIEWER_POLICY = "default-src 'none'; object-src 'self'; style-src 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'";

/** Answers with a PDF to be looked at and printed; `name` is without its ending. */
export const sendPdf = (reply: FastifyReply, name: string, bytes: Uint8Array): FastifyReply =>
  sendAs(reply.header('content-security-policy', VIEWER_POLICY), 'application/pdf', `inline; filename="${name}.pdf"`, Buffer.from(bytes));

/**
 * Answers with a table to be saved as a file, as its pieces come; `name` is without its ending. The first piece is waited for,
 * so that what fails at once is still answered as a problem.
 */
export async function sendTable(
  reply: FastifyReply,
  name: string,
  format: 'csv' | 'json',
  pieces: AsyncIterable<string>,
): Promise<FastifyReply> {
  const type = `${format === 'csv' ? 'text/csv' : 'application/json'}; charset=utf-8`;
  return sendAs(reply, type, `attachment; filename="${name}.${format}"`, await startedStream(pieces));
}

/** Answers with an Excel workbook to be saved as a file; `name` is without its ending. */
export const sendXlsx = (reply: FastifyReply, name: string, bytes: Buffer): FastifyReply =>
  sendAs(reply, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', `attachment; filename="${name}.xlsx"`, bytes);

/** A stream whose first pieces are there already. */
async function startedStream(pieces: AsyncIterable<string>): Promise<Readable> {
  const all = pieces[Symbol.asyncIterator]();
  const [heading, first] = [await all.next(), await all.next()];
  return Readable.from(
    (async function* () {
      for (const piece of [heading, first]) if (piece.done !== true) yield Buffer.from(piece.value);
      for (let next = await all.next(); next.done !== true; next = await all.next()) yield Buffer.from(next.value);
    })(),
    { objectMode: false },
  );
}

/** The body goes out as it is: it is no JSON for the schema's serializer. */
export function sendAs(reply: FastifyReply, type: string, disposition: string, body: Readable | Buffer): FastifyReply {
  return reply
    .type(type)
    .header('content-disposition', disposition)
    .serializer((payload: unknown) => payload as string)
    .send(body);
}

import type { PrinterState } from '@easytuck/contract';
import Fastify from 'fastify';
import { v7 as uuid } from 'uuid';
import { simulatedPrinter } from './service.ts';
import { tie } from '../../paper/testing.ts';
import { aFitting, openTestShop } from '../../testing.ts';

describe('the label printer', () => {
  it('is handed the card as SVG under a key, and its state is passed on', async () => {
    const received: { id: string; title: string; svg: string }[] = [];
    const state = (): PrinterState => ({
      state: 'ready',
      labelsLeft: 9,
      isSimulated: true,
      jobs: received.map(({ id, title }) => ({ id, title, state: 'printed', hasImage: true })),
    });
    const printer = Fastify();
    printer.get('/state', async () => state());
    printer.post('/jobs', async ({ body }) => {
      received.push(body as (typeof received)[number]);
      return state();
    });
    printer.get('/jobs/:id', async (_request, reply) => reply.type('image/png').send(Buffer.from('png')));
    const printerUrl = await printer.listen({ host: '127.0.0.1', port: 0 });
    const withPrinter = await openTestShop({ printerUrl });
    await withPrinter.app.inject({ method: 'POST', url: '/api/ties', payload: tie });
    const sent = aFitting({ kind: 'new', id: uuid(), name: 'A <b> & "c"' }, tie.id);
    await withPrinter.app.inject({ method: 'POST', url: '/api/fittings', payload: sent });
    const jobId = uuid();
    const answer = await withPrinter.app.inject({ method: 'POST', url: '/api/printer/jobs', payload: { jobId, fittingId: sent.id } });
    expect(answer.json()).toMatchObject({ state: 'ready', jobs: [{ id: jobId, title: 'A <b> & "c": Printed tie' }] });
    expect(received[0]?.svg).toMatch(/^<svg [^>]*width="105mm" height="70mm"/);
    expect(received[0]?.svg).not.toContain('<b>');
    const image = await withPrinter.app.inject({ method: 'GET', url: `/api/printer/jobs/${jobId}/image` });
    expect([image.headers['content-type'], image.body]).toEqual(['image/png', 'png']);

    await printer.close();
    expect((await withPrinter.app.inject({ method: 'GET', url: '/api/printer' })).json()).toMatchObject({ state: 'offline' });
    const away = await withPrinter.app.inject({ method: 'POST', url: '/api/printer/jobs', payload: { jobId: uuid(), fittingId: sent.id } });
    expect(away.json()).toMatchObject({ status: 503, code: 'printerAway' });
    await withPrinter.close();
  });
  it('is none where none is connected', async () => {
    expect(await simulatedPrinter(undefined).state()).toMatchObject({ state: 'none' });
    await expect(simulatedPrinter(undefined).print({ id: 'a', title: '', svg: '' })).rejects.toThrow('No label printer is connected');
  });
});

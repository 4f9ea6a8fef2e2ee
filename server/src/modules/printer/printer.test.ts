import type { PrinterState } from '@easytuck/contract';
import Fastify from 'fastify';
import { v7 as uuid } from 'uuid';
import { buildApp } from '../../app.ts';
import { connectDatabase } from '../../database/connect.ts';
import { queuedPrinter } from './queue.ts';
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
    await withPrinter.close();
  });

  it('has a queue in the records: what was asked for while it was away, or of another server, comes out once when it is back', async () => {
    const received: string[] = [];
    const open = async (port = 0, isLate = false): Promise<{ url: string; close: () => Promise<void> }> => {
      const app = Fastify();
      const there: string[] = [];
      const state = (): PrinterState => ({
        ...{ state: 'ready', labelsLeft: 9, isSimulated: true },
        jobs: there.map((id) => ({ id, title: '', state: isLate ? 'waiting' : 'printed', hasImage: !isLate })),
      });
      app.get('/state', async () => state());
      app.post('/jobs', async ({ body }) => {
        const { id } = body as { id: string };
        if (!there.includes(id)) received.push(id);
        there.push(id);
        return state();
      });
      return { url: await app.listen({ host: '127.0.0.1', port }), close: () => app.close() };
    };
    const first = await open(0, true);
    const port = Number(new URL(first.url).port);
    const one = await openTestShop({ printerUrl: first.url });
    const sequelize = connectDatabase(one.databaseUrl);
    const other = await buildApp({ sequelize, printerUrl: first.url });
    try {
      const label = (id: string) => ({ id, title: 'A label', svg: '<svg/>' });
      const [printer, otherPrinter] = [one.app, other].map((app) => queuedPrinter(app.database, simulatedPrinter(first.url), 'counter'));
      // handed on, but the printer lost its current before it came out
      await printer?.print(label('cut-off'));
      await first.close();
      const away = await printer?.print(label('while-away'));
      expect(away).toMatchObject({
        state: 'offline',
        jobs: [
          { id: 'cut-off', state: 'waiting' },
          { id: 'while-away', state: 'waiting' },
        ],
      });
      // the same asked for twice is one label
      await printer?.print(label('while-away'));
      expect((await otherPrinter?.state())?.jobs).toHaveLength(2);
      const second = await open(port);
      await Promise.all([printer?.handOn(), otherPrinter?.handOn()]);
      expect(received.sort()).toEqual(['cut-off', 'cut-off', 'while-away']);
      await otherPrinter?.state();
      // what came out is not handed on again, also after the printer has forgotten it
      await second.close();
      const third = await open(port);
      await printer?.handOn();
      expect(received).toHaveLength(3);
      await third.close();
    } finally {
      await other.close();
      await one.close();
    }
  });

  it('is none where none is connected', async () => {
    expect(await simulatedPrinter(undefined).state()).toMatchObject({ state: 'none' });
    await expect(simulatedPrinter(undefined).print({ id: 'a', title: '', svg: '' })).rejects.toThrow('No label printer is connected');
  });
});

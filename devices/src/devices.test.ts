import type { FastifyInstance } from 'fastify';
import { buildLabelPrinter } from './index.ts';

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="105mm" height="70mm" viewBox="0 0 105 70"><rect width="105" height="70" fill="#fff"/><text x="5" y="30" font-size="12" font-family="Source Serif 4">16</text></svg>';
const QUICK_MS = 15;

let printer: FastifyInstance;
afterEach(async () => {
  await printer.close();
});

type State = { state: string; labelsLeft: number; jobs: { id: string; state: string; hasImage: boolean }[] };
const state = async (): Promise<State> => (await printer.inject('/state')).json<State>();
const print = (id: string) => printer.inject({ method: 'POST', url: '/jobs', payload: { id, title: id, svg: SVG } });
const control = (payload: object) => printer.inject({ method: 'POST', url: '/controls', payload });
const until = async (holds: (now: State) => boolean): Promise<State> => {
  for (let i = 0; i < 400; i += 1) {
    const now = await state();
    if (holds(now)) return now;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error('the printer never came so far');
};

describe('the simulated label printer', () => {
  it('prints what it is sent, one after another, each once, as PNG of the label’s size', async () => {
    printer = buildLabelPrinter({ printMs: QUICK_MS });
    await Promise.all([print('a'), print('b')]);
    await print('a');
    const { jobs, labelsLeft } = await until(({ jobs: all }) => all.length === 2 && all.every(({ hasImage }) => hasImage));
    expect([jobs.map(({ id }) => id).sort(), labelsLeft]).toEqual([['a', 'b'], 58]);
    const { rawPayload, headers } = await printer.inject('/jobs/a.png');
    expect(headers['content-type']).toBe('image/png');
    // PNG (ISO/IEC 15948): signature, then width and height of the picture in the first chunk
    expect(rawPayload.subarray(1, 4).toString()).toBe('PNG');
    expect([rawPayload.readUInt32BE(16), rawPayload.readUInt32BE(20)]).toEqual([1240, 827]);
  });

  it('keeps its queue while it is out of paper, and goes on by itself when a roll is put in', async () => {
    printer = buildLabelPrinter({ printMs: QUICK_MS, labelsLeft: 1 });
    await print('a');
    await print('b');
    const waiting = await until(({ state: at }) => at === 'outOfPaper');
    expect(waiting.jobs.map((job) => job.state)).toEqual(['printed', 'waiting']);
    expect((await printer.inject('/jobs/b.png')).statusCode).toBe(404);
    await control({ labelsLeft: 5 });
    expect((await until(({ jobs }) => jobs.every((job) => job.state === 'printed'))).labelsLeft).toBe(4);
  });

  it('answers nobody while it is unplugged, loses nothing, and starts a label anew that was cut off', async () => {
    printer = buildLabelPrinter({ printMs: 200 });
    const address = await printer.listen({ host: '127.0.0.1', port: 0 });
    await print('a');
    expect((await state()).state).toBe('printing');
    await control({ isOnline: false });
    expect(await state()).toMatchObject({ state: 'offline', jobs: [{ state: 'waiting' }] });
    await expect(fetch(`${address}/jobs`, { method: 'POST', body: '{}' })).rejects.toThrow();
    await control({ isOnline: true });
    await until(({ jobs }) => jobs[0]?.state === 'printed');
  });
});

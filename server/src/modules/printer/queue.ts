import type { PrinterState } from '@easytuck/contract';
import type { Database } from '../../plugins/database.ts';
import { labelRepository } from './repository.ts';
import type { Label, LabelPrinter } from './service.ts';

/** A label printer with a queue in the shop's records before it. */
export interface QueuedPrinter extends LabelPrinter {
  /** Hands on what waits, as far as the printer takes it; done again and again, by any server. */
  readonly handOn: () => Promise<void>;
}

/** Labels that are handed to the printer at once; it remembers more than that. */
const HANDED_ON = 12;
const SHOWN_WAITING = 200;
const FORGOTTEN_AFTER_MS = 86_400_000;

/**
 * Puts labels into the shop's records first and hands them on from there: what was asked for is printed also where the printer was away,
 * or the server that was asked is. A label may be handed on twice, by two servers or after the printer was started again; the printer
 * knows it by its key and prints it once.
 * @param name of the printer, the same for all servers that hand on to it.
 */
export function queuedPrinter(database: Pick<Database, 'sequelize'>, printer: LabelPrinter, name: string): QueuedPrinter {
  const labels = labelRepository(database);
  /** What the printer is at and what waits for it; what came out since it was last looked is noted. */
  const look = async (limit: number): Promise<{ now: PrinterState; waiting: readonly Label[] }> => {
    const [now, kept] = await Promise.all([printer.state(), labels.waiting(name, limit)]);
    const printed = new Set(now.jobs.filter((job) => job.state === 'printed').map(({ id }) => id));
    await labels.markPrinted(
      kept.filter(({ id }) => printed.has(id)).map(({ id }) => id),
      new Date(),
    );
    return { now, waiting: kept.filter(({ id }) => !printed.has(id)) };
  };
  const handOnNow = async (): Promise<void> => {
    const { now, waiting } = await look(HANDED_ON);
    if (now.state === 'none' || now.state === 'offline') return;
    const there = new Set(now.jobs.map(({ id }) => id));
    for (const label of waiting.filter(({ id }) => !there.has(id))) await printer.print(label);
    await labels.forget(new Date(Date.now() - FORGOTTEN_AFTER_MS));
  };
  // one after another: two at once would both find a label that the printer does not know yet
  let handing: Promise<void> = Promise.resolve();
  const handOn = (): Promise<void> => {
    const next = handing.catch(() => undefined).then(handOnNow);
    handing = next.catch(() => undefined);
    return next;
  };
  const state: LabelPrinter['state'] = async () => {
    const { now, waiting } = await look(SHOWN_WAITING);
    if (now.state === 'none') return now;
    const there = new Set(now.jobs.map(({ id }) => id));
    const queued = waiting
      .filter(({ id }) => !there.has(id))
      .map(({ id, title }) => ({ id, title, state: 'waiting' as const, hasImage: false }));
    return { ...now, jobs: [...now.jobs, ...queued] };
  };
  return {
    ...printer,
    state,
    print: async (label) => {
      // a shop without a printer is told so, before anything waits for one
      if ((await printer.state()).state === 'none') return printer.print(label);
      await labels.add(name, label, new Date());
      // where the printer is away the label waits
      await handOn().catch(() => undefined);
      return state();
    },
    handOn,
  };
}

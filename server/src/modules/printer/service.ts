import { printerState, type PrinterState } from '@easytuck/contract';
import { z } from 'zod';
import { ProblemError } from '../../problem.ts';

/** A label to be printed: SVG in millimetres, under a key that makes sending it twice print it once. */
export interface Label {
  readonly id: string;
  readonly title: string;
  readonly svg: string;
}

/**
 * A label printer, behind the few things asked of one. The one that ships is simulated and spoken to over HTTP on
 * loopback; a real one takes its place by another object of this shape.
 */
export interface LabelPrinter {
  /** `offline` where it does not answer. */
  readonly state: () => Promise<PrinterState>;
  /** @throws ProblemError `printerAway` where it does not answer. */
  readonly print: (label: Label) => Promise<PrinterState>;
  /** What was printed, as PNG; null where there is nothing under this key. */
  readonly image: (jobId: string) => Promise<Buffer | null>;
  /** Simulated printers only: paper in or out, plugged or not. */
  readonly control: (change: {
    readonly isOnline?: boolean | undefined;
    readonly labelsLeft?: number | undefined;
  }) => Promise<PrinterState>;
}

const ANSWER_WITHIN_MS = 2_000;
const NO_PRINTER: PrinterState = { state: 'none', labelsLeft: null, isSimulated: false, jobs: [] };

/** The simulated printer at an address; without an address there is no printer. */
export function simulatedPrinter(address: string | undefined): LabelPrinter {
  const ask = async (path: string, body?: unknown): Promise<Response> => {
    if (address === undefined) throw new ProblemError('printerAway', { detail: 'No label printer is connected.' });
    try {
      return await fetch(new URL(path, address), {
        signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
        ...(body === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      });
    } catch (cause) {
      throw new ProblemError('printerAway', { cause });
    }
  };
  const read = async (response: Response): Promise<PrinterState> => printerState.parse(await response.json());
  return {
    state: async () => {
      if (address === undefined) return NO_PRINTER;
      try {
        return await read(await ask('/state'));
      } catch (error) {
        // What cannot be reached is offline; anything else it answers would be a fault to be seen.
        if (error instanceof z.ZodError) throw error;
        return { ...NO_PRINTER, state: 'offline', isSimulated: true };
      }
    },
    print: async (label) => read(await ask('/jobs', label)),
    image: async (jobId) => {
      const response = await ask(`/jobs/${encodeURIComponent(jobId)}.png`);
      return response.ok ? Buffer.from(await response.arrayBuffer()) : null;
    },
    control: async (change) => read(await ask('/controls', change)),
  };
}

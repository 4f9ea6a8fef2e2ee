import { expose, transfer } from 'comlink';
import { bakeChoreography, type BakeRequest } from './bakeChoreography.ts';
import type { BakedPoses } from './bakedPoses.ts';

const running = new Map<number, AbortController>();

/** Works out choreographies off the page's own thread. */
const worker = {
  /** @param id number of the request, for {@link worker.cancel}. */
  async bake(id: number, request: BakeRequest, onProgress: (share: number) => void): Promise<BakedPoses> {
    const controller = new AbortController();
    running.set(id, controller);
    try {
      const baked = await bakeChoreography(request, { onProgress, signal: controller.signal });
      return transfer(
        baked,
        baked.steps.flatMap((step) => [...step.moments, ...step.hands].map(({ buffer }) => buffer)),
      );
    } finally {
      running.delete(id);
    }
  },
  /** Stops a request that nobody waits for any more; one that is done already stays done. */
  cancel(id: number): void {
    running.get(id)?.abort();
  },
};

export type ChoreographyWorker = typeof worker;

expose(worker);

import type { Side, TyingHands, TyingMeasures, TyingWay } from '@easytuck/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { BakedPoses } from './bakedPoses.ts';
import type { ChoreographyWorker } from './choreography.worker.ts';
import { keepResults } from './keptResults.ts';

/** A choreography by the state of working it out. */
export type ChoreographyReading =
  | { readonly state: 'working'; readonly share: number }
  | { readonly state: 'ready'; readonly baked: BakedPoses }
  | { readonly state: 'failed'; readonly error: unknown };

const kept = keepResults<BakedPoses>(3);

/** The worker, and a promise that is broken when it cannot be loaded or ends. */
let choreographer: { readonly remote: Remote<ChoreographyWorker>; readonly broken: Promise<never> } | null = null;

/** Requests that were sent so far: each has its number. */
let requests = 0;

function startChoreographer(): NonNullable<typeof choreographer> {
  const worker = new Worker(new URL('./choreography.worker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', ({ message }) => {
      choreographer = null;
      reject(new Error(message || 'The part that works it out could not be loaded.'));
    });
  });
  broken.catch(() => undefined); // each request handles it
  return { remote: wrap<ChoreographyWorker>(worker), broken };
}

/**
 * The movement of strip and hands for a tie, neck, hand, way and reader, worked out in a worker. The last ones are kept, and a request that
 * another one replaces is cancelled. The measures must be the same object as long as they are the same.
 */
export function useChoreography(measures: TyingMeasures, longEnd: Side, way: TyingWay, handsOf: TyingHands): ChoreographyReading {
  const key = JSON.stringify([
    ...[measures.setMm, measures.leadMm, measures.collarRadiusMm, measures.letOutMm, measures.collar, measures.tie.measured],
    ...[longEnd, way, handsOf],
  ]);
  const [reading, setReading] = useState<{ readonly key: string; readonly now: ChoreographyReading }>({ key: '', now: WORKING });
  useEffect(() => {
    kept.show(key);
    if (kept.get(key)) return;
    let isWanted = true;
    const began = performance.now();
    const tell = (now: ChoreographyReading): void => {
      if (isWanted) setReading({ key, now });
    };
    const { remote, broken } = (choreographer ??= startChoreographer());
    const onProgress = proxy((share: number) => tell({ state: 'working', share }));
    const id = (requests += 1);
    Promise.race([remote.bake(id, { measures, longEnd, way, handsOf }, onProgress), broken])
      .then((baked) => {
        performance.measure('choreography', { start: began });
        kept.put(key, baked);
        tell({ state: 'ready', baked });
      })
      .catch((error: unknown) => tell({ state: 'failed', error }));
    return () => {
      isWanted = false;
      void remote.cancel(id).catch(() => undefined); // the worker may have ended
    };
  }, [key, measures, longEnd, way, handsOf]);
  const baked = kept.get(key);
  if (baked) return { state: 'ready', baked };
  return reading.key === key ? reading.now : WORKING;
}

const WORKING: ChoreographyReading = { state: 'working', share: 0 };

/**
 * The choreography to keep in the stage: the one that is ready, or the last one while another is worked out. The stage then stays, with its
 * one WebGL context, and is covered meanwhile.
 */
export function useLastBaked(reading: ChoreographyReading): BakedPoses | null {
  const [last, setLast] = useState<BakedPoses | null>(null);
  if (reading.state === 'ready' && reading.baked !== last) setLast(reading.baked);
  return reading.state === 'ready' ? reading.baked : last;
}

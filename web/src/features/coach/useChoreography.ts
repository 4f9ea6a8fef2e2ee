import type { Side, TyingMeasures, TyingWay } from '@easytuck/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { BakedPoses } from './bakedPoses.ts';
import type { ChoreographyWorker } from './choreography.worker.ts';

/** A choreography by the state of working it out. */
export type ChoreographyReading =
  | { readonly state: 'working'; readonly share: number }
  | { readonly state: 'ready'; readonly baked: BakedPoses }
  | { readonly state: 'failed'; readonly error: unknown };

let remote: Remote<ChoreographyWorker> | null = null;
/** The last few results, latest first. */
const kept: { readonly key: string; readonly baked: BakedPoses }[] = [];
const KEPT = 3;

function choreographer(): Remote<ChoreographyWorker> {
  remote ??= wrap<ChoreographyWorker>(new Worker(new URL('./choreography.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}

/** The strip's movement for a tie, neck, hand and way, worked out in a worker; the last ones are kept. The measures must be the same object as long as they are the same. */
export function useChoreography(measures: TyingMeasures, longEnd: Side, way: TyingWay): ChoreographyReading {
  const key = JSON.stringify([measures.setMm, measures.leadMm, measures.collarRadiusMm, measures.tie.tie, longEnd, way]);
  const [reading, setReading] = useState<{ readonly key: string; readonly now: ChoreographyReading }>({ key: '', now: WORKING });
  useEffect(() => {
    if (kept.some((each) => each.key === key)) return;
    let isWanted = true;
    const began = performance.now();
    const tell = (now: ChoreographyReading): void => {
      if (isWanted) setReading({ key, now });
    };
    choreographer()
      .bake(
        measures,
        longEnd,
        way,
        proxy((share: number) => tell({ state: 'working', share })),
      )
      .then((baked) => {
        performance.measure('choreography', { start: began });
        kept.unshift({ key, baked });
        kept.splice(KEPT);
        tell({ state: 'ready', baked });
      })
      .catch((error: unknown) => tell({ state: 'failed', error }));
    return () => {
      isWanted = false;
    };
  }, [key, measures, longEnd, way]);
  const known = kept.find((each) => each.key === key);
  if (known) return { state: 'ready', baked: known.baked };
  return reading.key === key ? reading.now : WORKING;
}

const WORKING: ChoreographyReading = { state: 'working', share: 0 };

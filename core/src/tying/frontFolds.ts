import type { Side } from '../fit/index.ts';
import { mirrorStrip, type PosedMoment } from './choreography.ts';
import type { TyingMeasures } from './measures.ts';
import { poseStrip } from './pose.ts';
import * as poses from './poses/index.ts';

/** The front bow folded as it should be, its flat end coming back in front, and folded the wrong way round. */
export interface FrontFolds {
  readonly correct: PosedMoment;
  readonly wrong: PosedMoment;
}

/** Both ways to fold the front bow, before the long end goes over it; from the same cloth. `spacingMm`: between two nodes, in mm. */
export function frontFolds(m: TyingMeasures, longEnd: Side, spacingMm?: number): FrontFolds {
  const folded = (isTailBehind: boolean): PosedMoment => {
    const strip = poses.frontBow(m, -1, { isTailBehind });
    const laid = longEnd === 'left' ? strip : mirrorStrip(strip);
    const pose = poseStrip({ profile: m.tie.profile, setMm: m.setMm, letOutMm: m.letOutMm }, laid, spacingMm);
    return { pose, knotAt: laid.knotAt, collarDown: 0 };
  };
  return { correct: folded(false), wrong: folded(true) };
}

import { oppositeSide, type Side } from '../fit/index.ts';
import { add, blend, distance, ORIGIN, scale, unit, type Point3 } from '../geometry/index.ts';
import { leafPlace } from '../tying/body.ts';
import type { Choreography, PosedMoment } from '../tying/choreography.ts';
import { pointOf, type Pose } from '../tying/pose.ts';
import type { TyingHands } from './arm.ts';
import type { Grip, HandRole, StripPlace, Touch } from './grips.ts';
import { DIGITS } from './handModel.ts';
import { clothNear, clothRoom, holds } from './obstacles.ts';
import type { HandSurroundings, PadAim } from './solveHand.ts';

/** What stays the same through a way of tying. */
export interface Scene {
  readonly choreography: Choreography;
  readonly hands: TyingHands;
  readonly halfThickMm: number;
  /** Working room for the cloth that is near. */
  room: Float64Array | null;
}

/** What is about one hand at a moment; for a long end from the wearer's left. */
export interface Around {
  readonly moment: PosedMoment;
  readonly role: HandRole;
  readonly other: Float64Array;
}

/** Side of the wearer that a role's arm comes from, for a long end from the wearer's left. */
export const fromOf = (role: HandRole): Side => (role === 'own' ? 'left' : 'right');

/** Whose hand it is of its owner's own: who faces the wearer has the right one on the wearer's left. */
export const handSide = (role: HandRole, hands: TyingHands): Side => (hands === 'facing' ? oppositeSide(fromOf(role)) : fromOf(role));

export function surroundings(scene: Scene, { moment, role, other }: Around, near: Point3): HandSurroundings {
  if (!scene.room || !holds(scene.room, moment.pose)) scene.room = clothRoom(moment.pose);
  return {
    hands: scene.hands,
    from: fromOf(role),
    collarRadiusMm: scene.choreography.measures.collarRadiusMm,
    cloth: clothNear(moment.pose, near.x, near.y, near.z, scene.halfThickMm, 2, scene.room),
    other,
  };
}

/** Mean of places; the origin of none. */
export const meanOf = (places: readonly Point3[]): Point3 =>
  scale(
    places.reduce((sum, place) => add(sum, place), ORIGIN),
    1 / Math.max(1, places.length),
  );

/** Middle of the places that pads belong to. */
export const middleOf = (pads: readonly PadAim[]): Point3 => meanOf(pads.map(({ place }) => place));

/** Places of a grip that are found when it begins: how far from the nose. */
export function placesOf(scene: Scene, { pose, knotAt }: PosedMoment, { touches }: Grip): ReadonlyMap<Touch, number> {
  const m = scene.choreography.measures;
  return new Map(
    touches.map((touch) => {
      if (touch.on === 'leaf') return [touch, 0];
      const { at, end } = touch.on;
      return [touch, typeof at === 'function' ? at(m) : nearestFromNose(scene, pose, end, at.nearestTo(m, knotAt))];
    }),
  );
}

function nearestFromNose(scene: Scene, pose: Pose, end: StripPlace['end'], point: Point3): number {
  const bladeMm = scene.choreography.measures.tie.profile.bladeLengthMm;
  let [best, least] = [0, Infinity];
  const [from, until] = end === 'short' ? [0, pose.backNode] : [pose.backNode, pose.nodeCount];
  for (let node = from; node < until; node += 1) {
    const apart = distance(pointOf(pose.centreMm, node), point);
    if (apart < least) [best, least] = [node, apart];
  }
  const fromTip = (end === 'short' ? best : pose.nodeCount - 1 - best) * pose.spacingMm;
  return bladeMm - fromTip;
}

/** So far along the strip from the place that it touches, a finger keeps to its side, in mm. */
const SIDED_MM = 40;

/** Where a grip's pads belong just now. */
export function padsOf(scene: Scene, around: Around, { touches, posture }: Grip, places: ReadonlyMap<Touch, number>): readonly PadAim[] {
  const { choreography, hands, halfThickMm } = scene;
  const m = choreography.measures;
  const { pose, collarDown } = around.moment;
  return touches.map((touch): PadAim => {
    const digit = DIGITS.indexOf(hands === 'facing' && posture === 'pinch' ? swapped(touch.digit) : touch.digit);
    if (touch.on === 'leaf') {
      const { at, outward } = leafPlace(m.collarRadiusMm, collarDown, fromOf(around.role));
      return { digit, place: at, face: scale(outward, touch.face === 'outer' ? 1 : -1), touched: null };
    }
    const { end, across = 0 } = touch.on;
    const fromTip = Math.min(pose.spacingMm * (pose.nodeCount - 1), Math.max(0, m.tie.profile.bladeLengthMm - (places.get(touch) ?? 0)));
    const index = end === 'short' ? fromTip / pose.spacingMm : pose.nodeCount - 1 - fromTip / pose.spacingMm;
    const first = Math.min(pose.nodeCount - 2, Math.floor(index));
    const share = index - first;
    const mix = (array: Float32Array): Point3 => blend(pointOf(array, first), pointOf(array, first + 1), share);
    const outward = unit(mix(pose.outward));
    const sign = touch.face === 'outer' ? 1 : -1;
    const face = scale(outward, sign);
    const half = (pose.halfWidthMm[first] ?? 0) * across;
    const place = add(add(mix(pose.centreMm), scale(mix(pose.across), half)), scale(face, halfThickMm));
    const span = SIDED_MM / pose.spacingMm;
    return { digit, place, face, touched: { fromNode: first - span, untilNode: first + span, sign, outward } };
  });
}

/** Where two digits pinch, who faces the wearer has the forefinger where the wearer has the thumb: behind, and the other way round. */
const swapped = (digit: Touch['digit']): Touch['digit'] => (digit === 'thumb' ? 'forefinger' : digit === 'forefinger' ? 'thumb' : digit);

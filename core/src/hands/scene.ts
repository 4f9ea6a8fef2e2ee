import { oppositeSide, type Side } from '../fit/index.ts';
import { add, blend, distance, ORIGIN, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { leafPlace } from '../tying/body.ts';
import type { Choreography, PosedMoment } from '../tying/choreography.ts';
import { pointOf, type Pose } from '../tying/pose.ts';
import type { TyingHands } from './arm.ts';
import type { Coming } from './comings.ts';
import type { Grip, HandRole, StripPlace, Touch } from './grips.ts';
import { DIGITS, handDirections, handPoints, placeHand, tipOf, type HandPose } from './handModel.ts';
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
const meanOf = (places: readonly Point3[]): Point3 =>
  scale(
    places.reduce((sum, place) => add(sum, place), ORIGIN),
    1 / Math.max(1, places.length),
  );

/** Middle of the places that pads belong to. */
export const middleOf = (pads: readonly PadAim[]): Point3 => meanOf(pads.map(({ place }) => place));

/** A hand turned so, its fingertips’ middle where its pads belong. */
export function turnedTo(side: Side, distal: Point3, palmar: Point3, joints: Float64Array, pads: readonly PadAim[]): HandPose {
  const pose: HandPose = { side, wrist: ORIGIN, ...handDirections(side, distal, palmar), joints };
  placeHand(pose, scratch);
  return { ...pose, wrist: subtract(middleOf(pads), meanOf(pads.map(({ digit }) => tipOf(scratch.pointsMm, digit)))) };
}

/** A hand as it is known to come to a grip. */
export function comingIn(
  side: Side,
  [fx = 0, fy = 0, fz = 0, px = 0, py = 0, pz = 0, ...degrees]: Coming,
  pads: readonly PadAim[],
): HandPose {
  const joints = Float64Array.from(degrees, (angle) => (angle * Math.PI) / 180);
  return turnedTo(side, { x: fx, y: fy, z: fz }, { x: px, y: py, z: pz }, joints, pads);
}

const scratch = handPoints();

/** Places of a grip that are found when it begins: how far from the nose. */
export function placesOf(scene: Scene, { pose, knotAt }: PosedMoment, { touches }: Grip): ReadonlyMap<Touch, number> {
  const m = scene.choreography.measures;
  return new Map(
    touches.map((touch) => {
      if (touch.on === 'leaf') return [touch, 0];
      const { at, end } = touch.on;
      if (typeof at === 'function') return [touch, at(m)];
      // (layers are those of the bow, not of the band behind it)
      if ('layer' in at) return [touch, placeOnLayer(scene, pose, end, knotAt.x, at.leftMm(m), at.layer)];
      const point = at.nearestTo(m, knotAt);
      return [touch, nearestFromNose(scene, pose, end, Infinity, (place) => distance(place, point))];
    }),
  );
}

/** Place on a layer of a bow so far to the wearer's left of the knot, but no further out than most of its wing reaches. */
function placeOnLayer(scene: Scene, pose: Pose, end: StripPlace['end'], knotX: number, leftMm: number, layer: 'back' | 'front'): number {
  const bladeMm = scene.choreography.measures.tie.profile.bladeLengthMm;
  const furthest = nearestFromNose(scene, pose, end, bladeMm, ({ x }) => -Math.sign(leftMm) * (x - knotX));
  const reachMm = Math.abs(pointFromNose(scene, pose, end, furthest).x - knotX);
  const x = knotX + Math.sign(leftMm) * Math.min(Math.abs(leftMm), OUT_ON_WING * reachMm);
  return nearestFromNose(scene, pose, end, bladeMm, apartFromLayer(x, layer));
}
/** Beyond this share of a wing its layers meet in the fold. */
const OUT_ON_WING = 0.84;

/** How far a place is from a layer of an end at a distance from the middle: first by that distance, then by how far back or in front it lies. */
const apartFromLayer =
  (x: number, layer: 'back' | 'front') =>
  (place: Point3): number =>
    Math.max(0, Math.abs(place.x - x) - SAME_PLACE_MM) * 100 + (layer === 'back' ? place.z : -place.z) + FAR_MM;
/** Nodes of a strip are no further apart than twice this. */
const SAME_PLACE_MM = 2.5;
const FAR_MM = 10_000;

/** Where the middle of the strip is, so far from an end's nose towards its tip, in mm. */
function pointFromNose({ choreography }: Scene, pose: Pose, end: StripPlace['end'], fromNoseMm: number): Point3 {
  const node = Math.round((choreography.measures.tie.profile.bladeLengthMm - fromNoseMm) / pose.spacingMm);
  return pointOf(pose.centreMm, end === 'short' ? node : pose.nodeCount - 1 - node);
}

/** Place of the end for which `apartFrom` is least, among those no further from its tip than `reachMm`; as a distance from the nose, in mm. */
function nearestFromNose(scene: Scene, pose: Pose, end: StripPlace['end'], reachMm: number, apartFrom: (place: Point3) => number): number {
  let [best, least] = [0, Infinity];
  const reach = Math.floor(reachMm / pose.spacingMm);
  const [from, until] =
    end === 'short' ? [0, Math.min(pose.backNode, reach + 1)] : [Math.max(pose.backNode, pose.nodeCount - 1 - reach), pose.nodeCount];
  for (let node = from; node < until; node += 1) {
    const apart = apartFrom(pointOf(pose.centreMm, node));
    if (apart < least) [best, least] = [node, apart];
  }
  const fromTip = (end === 'short' ? best : pose.nodeCount - 1 - best) * pose.spacingMm;
  return scene.choreography.measures.tie.profile.bladeLengthMm - fromTip;
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
      const { at, outward } = leafPlace(m.collarRadiusMm, collarDown, fromOf(around.role), m.collar);
      return { digit, place: at, face: scale(outward, touch.face === 'outer' ? 1 : -1), touched: null };
    }
    const { end, across = 0, at } = touch.on;
    const fromNose =
      typeof at === 'object' && 'layer' in at && at.isFold
        ? placeOnLayer(scene, pose, end, around.moment.knotAt.x, at.leftMm(m), at.layer)
        : (places.get(touch) ?? 0);
    const fromTip = Math.min(pose.spacingMm * (pose.nodeCount - 1), Math.max(0, m.tie.profile.bladeLengthMm - fromNose));
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

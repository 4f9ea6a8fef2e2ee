import { measuresOfWay, PALETTE, STILL_COLOURS, tyingSubjectOf, type Fitting, type FlatPicture } from '@easytuck/contract';
import { choreograph, HAND_ROLES, litColour, playHands, pointsOfHand, poseStep, projectPose, type Side } from '@easytuck/core';

/** What of the wearer is in the picture: from the collar to below the hanging ends. */
const WINDOW_MM = { heightMm: 473, liftMm: -158 } as const;
/** Spacing of the strip's nodes, in mm: fine enough for a picture as wide as a phone. */
const SPACING_MM = 9;

/** The strip as it hangs before it is tied, its lead set, as the wearer sees it in a mirror, or a helper in front. */
export function firstPicture(fitting: Fitting, longEnd: Side, isMirror: boolean): FlatPicture {
  const subject = { ...tyingSubjectOf(fitting), longEnd };
  const measures = measuresOfWay(subject, 'main');
  const choreography = choreograph(measures, longEnd, 'main');
  const leadIndex = Math.max(
    0,
    choreography.steps.findIndex(({ step }) => step === 'lead'),
  );
  const hanging = choreography.steps[leadIndex];
  if (!hanging) throw new RangeError('a choreography has steps');
  const { pose, knotAt, collarDown } = poseStep(choreography, hanging, 1, SPACING_MM);
  // both hands hold the same places from the beginning: nothing needs to be led up to here
  const hands = isMirror ? 'wearer' : 'facing';
  const led = playHands(choreography, hands).at(leadIndex, 1, poseStep(choreography, hanging, 1));
  const still = projectPose({
    ...{ pose, knotAt, collarDown, collarRadiusMm: measures.collarRadiusMm, collar: measures.collar, withBody: true },
    view: { towards: { x: 0, y: 0.1, z: 1 }, up: { x: 0, y: 1, z: 0 } },
    detail: 'sent',
    hands: HAND_ROLES.map((role) => pointsOfHand(led[role].pose, role, hands, longEnd)),
  });
  const colours = new Map<string, number>();
  const patches = still.patches
    .filter(({ tone }) => tone !== 'glass')
    .map(({ tone, light, points, edges }): FlatPicture['patches'][number] => {
      const colour = `rgb(${litColour(STILL_COLOURS[tone], Math.round(20 * light) / 20).join(',')})`;
      if (!colours.has(colour)) colours.set(colour, colours.size);
      return [colours.get(colour) ?? 0, points.flatMap(([x, y]) => [Math.round(10 * x), Math.round(10 * y)]), [...edges]];
    });
  return { colours: [...colours.keys()], ink: PALETTE.ink, ...WINDOW_MM, isMirror, patches };
}

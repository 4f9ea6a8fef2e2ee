/** The strip does not reach, in the same words wherever it is found. */
export function explainOutOfReach(shortBy: string): string {
  return `The strip does not reach: at this set the bow cannot be tied. Let the band out by at least ${shortBy}, or take a longer tie.`;
}

import { COLOURS } from '../../theme.ts';

/**
 * Cloth of both ends, right side and lining, told apart by weave as well as by colour: the long end is twilled, the
 * short end ribbed, linings are plain with a light hatch.
 */
export function ClothPatterns() {
  return (
    <defs>
      <pattern id="cloth-long" width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="3" height="3" fill={COLOURS.long} />
        <rect width="0.6" height="3" fill={COLOURS.white} opacity="0.13" />
      </pattern>
      <pattern id="cloth-short" width="2.6" height="2.6" patternUnits="userSpaceOnUse">
        <rect width="2.6" height="2.6" fill={COLOURS.short} />
        <rect width="2.6" height="0.6" fill={COLOURS.white} opacity="0.16" />
      </pattern>
      <pattern id="lining-long" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="4" height="4" fill={COLOURS.longLining} />
        <rect width="0.7" height="4" fill={COLOURS.long} opacity="0.5" />
      </pattern>
      <pattern id="lining-short" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="4" height="4" fill={COLOURS.shortLining} />
        <rect width="0.7" height="4" fill={COLOURS.short} opacity="0.5" />
      </pattern>
    </defs>
  );
}

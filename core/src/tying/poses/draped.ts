import { add } from '../../geometry/index.ts';
import type { TyingMeasures } from '../measures.ts';
import { onRing, shirtFacing, shirtFrontZ, LIFTED_MM } from './collar.ts';
import { type Half, control, to } from './controls.ts';
import { LONG_CONTROLS, SHORT_CONTROLS } from './inHand.ts';
import type { Strand } from '../strand.ts';

/** An end draped over the collar: round it, and down the shirt front. */
export function draped(m: TyingMeasures, half: Half): Strand {
  const R = m.collarRadiusMm;
  const onCollar = [180, 158, 134, 110, 88, 68].map((degrees, i) =>
    onRing(half, degrees, m.bandRadiusMm + i * 0.5, R, [0, 0, 0, 2, 8, 17][i]),
  );
  const x = half * (m.bandRadiusMm * 0.83);
  const count = half === 1 ? LONG_CONTROLS : SHORT_CONTROLS;
  const down = Array.from({ length: count }, (_, i) => {
    const y = -38 - (i * 330) / count;
    const settled = Math.min(1, (i * 330) / count / 70);
    return control(
      to(x * (0.96 - 0.1 * settled), y, shirtFrontZ(x, y) + 5 + LIFTED_MM * settled),
      add(shirtFacing(x), to(half * 0.45 * (1 - settled), 0, 0)),
    );
  });
  return [...onCollar, ...down];
}

import type { Tie } from '../records/tie.ts';
import type { WearerMeasures } from '../records/measures.ts';

/**
 * What is wrong with a tie for somebody whose band must open by itself when it is pulled, as for children, near machinery, in care and in
 * security work; null if nothing is. A quick clasp does not do: it is opened by hand. Common practice, no source; the rules of a workplace
 * come first.
 */
export function claspWarning(
  { bandNeed }: Pick<WearerMeasures, 'bandNeed'>,
  { breakaway, quickClasp }: Pick<Tie, 'breakaway' | 'quickClasp'>,
): string | null {
  if (bandNeed !== 'breakaway' || breakaway) return null;
  return `This wearer’s band must open by itself when it is pulled. This tie has no breakaway clasp${quickClasp ? ': its quick clasp is opened by hand' : ''}. Choose another tie.`;
}

/** The clasps of a tie, in a few words; empty if it has neither. */
export const claspWords = ({ breakaway, quickClasp }: Pick<Tie, 'breakaway' | 'quickClasp'>): string =>
  [quickClasp ? 'quick clasp' : '', breakaway ? 'breakaway clasp' : ''].filter((words) => words !== '').join(', ');

import { formatLength, lastStep, settingAt } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { settingWords } from '../../../shared/words.ts';
import type { BenchFit } from '../benchViewModel.ts';

/** What has to be said before the numbers can be believed: a set past the band's end, a strip that does not reach, no usable setting. */
export function BenchNotice({ fit }: { fit: BenchFit }) {
  const { length, unit } = useUnits();
  const sentence = fit.outOfReach ?? beyond(fit, length) ?? unusable(fit, (mm) => formatLength(mm, unit));
  if (sentence === null) return null;
  return (
    <Alert severity={fit.outOfReach ? 'error' : 'warning'} sx={{ mb: 1 }}>
      {sentence}
    </Alert>
  );
}

function beyond(fit: BenchFit, length: (mm: number) => string): string | null {
  if (fit.schoolBeyondMm === 0) return null;
  const { hardware } = fit.tie;
  const end = settingWords(settingAt(hardware, fit.schoolBeyondMm > 0 ? lastStep(hardware) : 0), length).phrase;
  const what = fit.schoolBeyondMm > 0 ? 'longer than this band goes' : 'shorter than this band goes';
  return `The school asks for a set ${length(Math.abs(fit.schoolBeyondMm))} ${what}. Drawn is its end, ${end}; choose a set that it has, another school or another tie.`;
}

function unusable({ usable }: BenchFit, length: (mm: number) => string): string | null {
  if (usable.kind === 'some') return null;
  switch (usable.reason) {
    case 'bandTooShort':
      return `No setting of this band can be worn on this collar: it is ${length(usable.byMm)} too short. An extender of that length would do, or a longer tie.`;
    case 'bandTooLong':
      return `No setting of this band can be worn on this collar: even its shortest is ${length(usable.byMm)} too long. Another tie, or one made to measure.`;
    case 'noLength':
      return 'This blade suits no set on this collar: where the crossing is clean the fold is off the belly. Another tie, or one made to measure.';
    case 'stepTooCoarse':
      return 'The usable sets lie between two settings of this band. Another tie, or a hole between the two.';
  }
}

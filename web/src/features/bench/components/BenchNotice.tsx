import { lastStep, settingAt } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import { explainUnusable } from '../../../common/unusable.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { settingWords } from '../../../common/words.ts';
import type { BenchFit } from '../benchViewModel.ts';

/** What has to be said before the numbers can be believed: a set past the band's end, a tie that is too short, no usable setting. */
export function BenchNotice({ fit }: { fit: BenchFit }) {
  const { length } = useUnits();
  const sentence = fit.outOfReach ?? beyond(fit, length) ?? (fit.usable.kind === 'none' ? explainUnusable(fit.usable, length) : null);
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
  return `The school asks for a set ${length(Math.abs(fit.schoolBeyondMm))} ${what}. The drawing shows the end of the band, ${end}. Choose a set that it has, another school or another tie.`;
}

import { recordTying } from '../api/tyings.ts';
import { useSaving, type Saving } from '../forms/useSaving.ts';
import { notify } from '../notices.tsx';
import { useMay } from '../session/sessionStore.ts';
import type { TyingInput } from '@easytuck/contract';

/** Whose bow was judged by eye, and which tie. */
type JudgedBow = Pick<TyingInput, 'tieId' | 'fittingId' | 'way'> & {
  readonly wearer: { readonly id: string; readonly name: string } | null;
};

/** Puts a bow that was judged by eye on record, once for each key; `record` is null where nobody is known or nobody may. */
export function useRecordByEye({ wearer, ...about }: JudgedBow): Pick<Saving<[]>, 'failure'> & {
  readonly record: ((seen: string, id: string) => void) | null;
} {
  const may = useMay();
  const { save, failure } = useSaving(async (seen: string, id: string) => {
    if (!wearer) return;
    await recordTying({ ...about, id, wearerId: wearer.id, outcome: 'tied', note: `Judged by eye. ${seen}` });
    notify(`Recorded for ${wearer.name}: judged by eye.`);
  });
  return { record: wearer && may('tyings.record') ? (seen, id) => void save(seen, id) : null, failure };
}

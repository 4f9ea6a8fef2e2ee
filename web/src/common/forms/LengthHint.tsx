import { useWatch, type Control, type FieldValues, type Path } from 'react-hook-form';
import { inSwitchedUnit } from '../exactLength.ts';
import { useUnits } from '../UnitProvider.tsx';

/** Under a length's field: what it comes to in the unit that is switched on, where it is written in another, and a hint. */
export function LengthHint<V extends FieldValues, Input>({
  control,
  name,
  hint = '',
}: {
  control: Control<V, unknown, Input>;
  name: Path<V>;
  hint?: string;
}) {
  const { unit } = useUnits();
  const text: unknown = useWatch({ control, name });
  const same = typeof text === 'string' ? inSwitchedUnit(text, unit) : '';
  return <>{[same, hint].filter((each) => each.trim() !== '').join('; ') || ' '}</>;
}

import { useColorScheme } from '@mui/material/styles';
import { Choice } from '../../common/Choice.tsx';

const OPTIONS = [
  { value: 'system', text: 'as the device' },
  { value: 'light', text: 'light' },
  { value: 'dark', text: 'dark' },
] as const;

/** Light or dark, for this device alone. Paper is always light. */
export function ColoursChoice() {
  const { mode = 'system', setMode } = useColorScheme();
  return <Choice label="Colours" hideLabel value={mode} options={OPTIONS} onChange={setMode} />;
}

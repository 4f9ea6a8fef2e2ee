import { settingWords } from '@easytuck/contract';
import { roundToSetting, type LikelierSetting, type Setting, type Hardware } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useUnits } from '../../../common/UnitProvider.tsx';

/** Asks where the band was, where another setting explains the bow better than odd hands do. Nothing is changed without an answer. */
export function SettingAsked({
  asked: { setting },
  notedMm,
  hardware,
  onAnswer,
}: {
  asked: LikelierSetting;
  notedMm: number;
  hardware: Hardware;
  onAnswer: (setting: Setting | 'asNoted') => void;
}) {
  const { length } = useUnits();
  const words = (each: Setting): string => settingWords(each, length).phrase;
  const [was, noted] = [words(setting), words(roundToSetting(hardware, notedMm).nearest)];
  return (
    <Alert severity="info" role="status">
      Where was the band while this was tied? A bow like this fits {was} better than {noted}. Look at the band before you answer.
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <Button variant="outlined" onClick={() => onAnswer(setting)}>
          It was at {was}
        </Button>
        <Button variant="outlined" onClick={() => onAnswer('asNoted')}>
          At {noted}, as noted
        </Button>
      </Box>
    </Alert>
  );
}

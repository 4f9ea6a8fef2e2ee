import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs from 'dayjs';
import { dayPattern, NOT_A_DAY } from './dayPattern.ts';
import { useReadOnly } from './session/readOnly.ts';

interface DayFieldProps {
  readonly label: string;
  /** The day as 2026-12-31, or empty. */
  readonly value: string;
  /** Called with {@link NOT_A_DAY} when what is typed is no day yet. */
  readonly onChange: (day: string) => void;
  readonly onBlur?: () => void;
  readonly error?: string | undefined;
  readonly hint?: string;
}

const PATTERN = dayPattern();
const EXAMPLE = PATTERN.replace('DD', '31').replace('MM', '12').replace('YYYY', '2026');

/** A day, typed or picked, in the order that the browser's language writes it. */
export default function DayField({ label, value, onChange, onBlur, error, hint }: DayFieldProps) {
  const isReadOnly = useReadOnly();
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs}>
      <DatePicker
        label={label}
        format={PATTERN}
        readOnly={isReadOnly}
        value={value === '' ? null : dayjs(value)}
        onChange={(day) => {
          if (day === null) onChange('');
          else onChange(day.isValid() ? day.format('YYYY-MM-DD') : NOT_A_DAY);
        }}
        slotProps={{
          textField: {
            variant: 'standard',
            fullWidth: true,
            ...(onBlur && { onBlur }),
            error: error !== undefined,
            helperText: error === undefined ? hint : value === NOT_A_DAY ? `This is not a day. Write it as ${EXAMPLE}.` : error,
          },
          field: { clearable: !isReadOnly },
        }}
      />
    </LocalizationProvider>
  );
}

import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs from 'dayjs';
import { dayPattern } from './dayPattern.ts';

interface DayFieldProps {
  readonly label: string;
  /** The day as 2026-12-31, or empty. */
  readonly value: string;
  readonly onChange: (day: string) => void;
  readonly error?: string | undefined;
  readonly hint?: string;
}

const PATTERN = dayPattern();

/** A day, typed or picked, in the order that the browser's language writes it. */
export default function DayField({ label, value, onChange, error, hint }: DayFieldProps) {
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs}>
      <DatePicker
        label={label}
        format={PATTERN}
        value={value === '' ? null : dayjs(value)}
        onChange={(day) => {
          if (day === null) onChange('');
          else if (day.isValid()) onChange(day.format('YYYY-MM-DD'));
        }}
        slotProps={{
          textField: { variant: 'standard', fullWidth: true, error: error !== undefined, helperText: error ?? hint },
          field: { clearable: true },
        }}
      />
    </LocalizationProvider>
  );
}

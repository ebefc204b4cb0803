import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format } from 'date-fns/format';
import { enGB } from 'date-fns/locale/en-GB';
import { parseISO } from 'date-fns/parseISO';

/** A month to choose a day from, Monday first as a shop's week. */
export function DayCalendar({ day, onDay }: { day: string | null; onDay: (day: string) => void }) {
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      <DateCalendar
        autoFocus
        defaultValue={day === null ? null : parseISO(day)}
        // Turning to another month or year chooses nothing yet.
        onChange={(date, how) => how === 'finish' && date && onDay(format(date, 'yyyy-MM-dd'))}
      />
    </LocalizationProvider>
  );
}

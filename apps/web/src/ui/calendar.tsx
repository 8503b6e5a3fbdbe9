import { type CivilDate, parseCivilDate } from '@just-ledger/core';
import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs from 'dayjs';
import 'dayjs/locale/en-gb';

/** A month of days to choose one from, its weeks from Monday. What is today is up to the books, so none is marked. */
export default function Calendar({ value, onChoose }: { value: CivilDate; onChoose: (date: CivilDate) => void }) {
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale="en-gb">
      <DateCalendar
        autoFocus
        disableHighlightToday
        value={dayjs(value)}
        onChange={(day, step) => {
          if (day && step === 'finish') onChoose(parseCivilDate(day.format('YYYY-MM-DD')));
        }}
      />
    </LocalizationProvider>
  );
}

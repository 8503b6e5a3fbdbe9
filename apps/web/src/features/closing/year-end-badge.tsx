import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';

/** The first year that has ended and is not closed. */
export function YearEndBadge() {
  const { years, today } = useBooks();
  const open = years.years.find(
    (year) => year.to < today && !year.closed && year.periods.some((period) => period.entries > 0),
  );
  return open ? (
    <Waits on="year-end" span={open}>
      {open.name} to close
    </Waits>
  ) : null;
}

import { clsx } from 'clsx';
import { useBooks } from '../api/books-queries.js';
import layout from './layout.module.css';

/** Which years a change of who takes the result will touch: the open ones, as far as they have begun. */
export function OpenYearsNote() {
  const { years, today } = useBooks();
  const begun = years.years.filter((year) => year.from <= today);
  const open = begun.filter(({ closed }) => !closed).map(({ name }) => name);
  const isAnyClosed = open.length < begun.length;
  return (
    <p className={clsx(layout.aboveClose, 'small soft')}>
      Who takes the result counts for {open.length === 0 ? 'years to come' : open.join(', ')}
      {open.length === 0 ? '' : ', not closed yet'}
      {isAnyClosed ? '; closed years stay as they were closed.' : '.'}
    </p>
  );
}

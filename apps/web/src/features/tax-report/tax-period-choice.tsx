import { nextTaxPeriod, spanLine, type TaxPeriod, type TaxPeriodLength } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Choices } from '../../ui/choices.js';
import layout from '../../ui/layout.module.css';

/** How long the period is, and the one before or after it. */
export function TaxPeriodChoice({
  period,
  length,
  onLength,
}: {
  period: TaxPeriod;
  length: TaxPeriodLength | 'span';
  onLength: (length: TaxPeriodLength | 'span') => void;
}) {
  const address = useAddress();
  const { calendar } = useBooks();
  const step = (by: 1 | -1, mark: string, label: string) => {
    if (length === 'span') return null;
    const next = nextTaxPeriod(calendar, length, period, by);
    return (
      <button
        className="act"
        type="button"
        aria-label={`The ${length} ${label}, ${spanLine(calendar, next.from, next.to)}`}
        onClick={() => address.setSpan(next.from, next.to)}
      >
        {mark}
      </button>
    );
  };
  return (
    <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small')}>
      <Choices
        label="Period"
        value={length}
        choices={[
          ['month', 'Month'],
          ['quarter', 'Quarter'],
          ['span', 'Dates chosen'],
        ]}
        onChoose={onLength}
      />
      <span className={layout.row}>
        {step(-1, '‹ earlier', 'before')}
        {step(1, 'later ›', 'after')}
      </span>
    </div>
  );
}

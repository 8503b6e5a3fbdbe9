import { paths, withQuery } from '@just-ledger/contract';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { chartsQuery } from '../../api/statement-queries.js';
import { PrintedFile } from '../../ui/printed-file.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { ChartFigure } from './chart-figure.js';
import styles from './charts.module.css';

/** Where people look rather than read: result and cash month by month, expenses by part, equity over the years. */
export default function ChartsScreen() {
  const { organisation, from, to } = useBooks();
  const { data } = useSuspenseQuery(chartsQuery(organisation.id, { from, to }));
  if (data.charts.length === 0)
    return (
      <Sheet title="Charts">
        <Empty>
          <p>Nothing is posted in these days, so there is nothing to draw.</p>
        </Empty>
      </Sheet>
    );
  return (
    <Sheet
      title="Charts"
      aside={organisation.name}
      tools={<PrintedFile href={withQuery(paths.chartsPdf(organisation.id), { from, to })} />}
    >
      <div className={styles.charts} role="group" aria-label="All charts" tabIndex={0}>
        {data.charts.map((chart) => (
          <ChartFigure key={chart.key} chart={chart} />
        ))}
      </div>
    </Sheet>
  );
}

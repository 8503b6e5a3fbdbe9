import { paths, type ImportAnswer } from '@just-ledger/contract';
import { CsvFile } from '../fields/csv-file.js';
import { useBooks } from '../frame/books-queries.js';

/** Reads a chart file: all of it, or every problem by row. */
export function ChartImport() {
  const { organisation } = useBooks();
  return (
    <CsvFile
      label="Chart file"
      path={paths.accountsImport(organisation.id)}
      told={({ created, changed }: ImportAnswer) => `${created} added, ${changed} changed`}
    />
  );
}

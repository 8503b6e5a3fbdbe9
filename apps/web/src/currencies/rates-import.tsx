import { paths, type RatesImportAnswer } from '@just-ledger/contract';
import { CsvFile } from '../fields/csv-file.js';
import { useBooks } from '../frame/books-queries.js';

/** Reads a file of rates: all of it, or every problem by row. */
export function RatesImport() {
  const { organisation } = useBooks();
  return (
    <CsvFile
      label="File of rates"
      path={paths.exchangeRatesImport(organisation.id)}
      told={({ added, changed, unchanged }: RatesImportAnswer) =>
        `${added} added, ${changed} changed, ${unchanged} as they were`
      }
    />
  );
}

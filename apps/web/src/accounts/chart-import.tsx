import { useRef } from 'react';
import { paths, type ImportAnswer } from '@just-ledger/contract';
import { useBooks } from '../frame/books-queries.js';
import { Trouble } from '../frame/sheet.js';
import { request } from '../request/request.js';
import { useChange } from '../request/use-change.js';

/** Reads a chart file: all of it, or every problem by row. */
export function ChartImport() {
  const { organisation } = useBooks();
  const file = useRef<HTMLInputElement>(null);
  const read = useChange((text: string) =>
    request<ImportAnswer>('POST', paths.accountsImport(organisation.id), text),
  );
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label="Chart file"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) void chosen.text().then((text) => read.mutate(text));
          event.target.value = '';
        }}
      />
      <button className="act" type="button" disabled={read.isPending} onClick={() => file.current?.click()}>
        {read.isPending ? 'Reading …' : 'Read a CSV file'}
      </button>
      {read.data && (
        <span role="status">
          {read.data.created} added, {read.data.changed} changed
        </span>
      )}
      <Trouble error={read.error} />
    </>
  );
}

import { useRef } from 'react';
import { Trouble } from '../frame/sheet.js';
import { request } from '../request/request.js';
import { useChange } from '../request/use-change.js';

/** Chooses a CSV file and sends it: all of it is taken, or every problem is shown by row. */
export function CsvFile<Answer>({
  label,
  path,
  told,
}: {
  label: string;
  path: string;
  /** What was done, in a few words. */
  told: (answer: Answer) => string;
}) {
  const file = useRef<HTMLInputElement>(null);
  const read = useChange((text: string) => request<Answer>('POST', path, text));
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label={label}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) void chosen.text().then((text) => read.mutate(text));
          event.target.value = '';
        }}
      />
      <button className="act" type="button" disabled={read.isPending} onClick={() => file.current?.click()}>
        {read.isPending ? 'Reading …' : 'Read a CSV file'}
      </button>
      {read.data !== undefined && <span role="status">{told(read.data)}</span>}
      <Trouble error={read.error} />
    </>
  );
}

import fc from 'fast-check';
import { csvBytes, readCsv, writeCsv } from '../src/platform/files/csv.js';
import { Refusal } from '../src/platform/problems/refusal.js';

type Column = 'name' | 'note' | 'amount';
const COLUMNS: readonly Column[] = ['name', 'note', 'amount'];
const AMOUNTS: ReadonlySet<Column> = new Set<Column>(['amount']);
const read = (text: string) => readCsv(text, COLUMNS, ['name'], AMOUNTS);
const refusals = (text: string): string[] => {
  try {
    read(text);
  } catch (error) {
    if (error instanceof Refusal) return error.problems.map((problem) => `${problem.path} ${problem.code}`);
  }
  return [];
};

// RFC 4180, sections 2.1 to 2.7
describe('a CSV file', () => {
  test.each([
    ['of lines that end in CR LF', 'name,note\r\nA,B\r\n'],
    ['of lines that end in LF', 'name,note\nA,B\n'],
    ['without an end to its last line', 'name,note\nA,B'],
    ['with a byte order mark', '\ufeffname,note\nA,B\n'],
    ['with quotes that are not needed', '"name","note"\n"A","B"\n'],
    ['with names in capitals and spaces', ' Name ,NOTE\nA,B\n'],
    ['with columns in another order', 'note,name\nB,A\n'],
    ['with empty lines', 'name,note\n\nA,B\n   \n'],
  ])('%s is read', (_, text) => expect(read(text).map((row) => row.cells)).toEqual([{ name: 'A', note: 'B' }]));
  test('keeps commas, quotes and line ends that stand in quotes', () =>
    expect(read('name,note\n"a, ""b""","two\nlines"\n')[0]?.cells).toEqual({ name: 'a, "b"', note: 'two\nlines' }));
  test('is parted by commas, whatever else its texts hold', () =>
    expect(read('name,note\nA;B|C,"D\tE;F"\n')[0]?.cells).toEqual({ name: 'A;B|C', note: 'D\tE;F' }));
  test('counts rows with the header as the first', () =>
    expect(read('name\nA\n\nB\n').map((row) => row.line)).toEqual([2, 4]));
  test.each([
    ['a column there is not', 'name,colour\nA,red\n', ['rows.1 csv-column-unknown']],
    ['a column twice', 'name,name\nA,B\n', ['rows.1 csv-column-twice']],
    ['no column that it must have', 'note\nB\n', ['rows.1 csv-column-missing']],
    ['nothing', '', ['rows.1 csv-column-missing']],
    ['rows of another length', 'name,note\nA\nB,C,D\n', ['rows.2 csv-ragged', 'rows.3 csv-ragged']],
    ['a million columns', `${'a,'.repeat(1_000_000)}name\n`, ['rows.1 too-many-columns']],
    ['quotes that never end', 'name,note\n"A,B\n', ['rows.2 csv-quotes']],
    ['bytes that are no text', 'name\nA\u0000\n', [' csv-encoding']],
    ['letters of another encoding', 'name\nCaf\ufffd\n', [' csv-encoding']],
  ])('with %s is refused', (_, text, problems) => expect(refusals(text)).toEqual(problems));
});

describe('cells that a spreadsheet would run', () => {
  test.each(['=1+1', '+1', '-1', '@now', "'quoted", '\tx', '\rx', '＝1+1', '＋1', '－1', '＠now'])(
    '“%s” goes out with an apostrophe',
    (cell) => {
      const text = writeCsv(['name', 'amount'], [[cell, '-5.00']], ['amount']);
      expect(text).toContain(`'${cell}`);
      expect(text).toContain('-5.00');
      expect(text).not.toContain("'-5.00");
      expect(read(text)[0]?.cells).toEqual({ name: cell, amount: '-5.00' });
    },
  );
  test('one apostrophe is taken away, and only one that was put there', () => {
    expect(read("name\n''A\n")[0]?.cells.name).toBe("'A");
    expect(read("name\n'A\n")[0]?.cells.name).toBe('A');
    expect(read("name\nO'Neill\n")[0]?.cells.name).toBe("O'Neill");
  });
});

test('whatever is written is read again unchanged', () => {
  const cell = fc.string({ maxLength: 12 }).filter((text) => !text.includes('\u0000') && !text.includes('\ufffd'));
  fc.assert(
    fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 6 }), (rows) => {
      const text = writeCsv(
        ['name', 'note'],
        rows.map(([name, note]) => [`n${name}`, note]),
      );
      expect(read(text).map(({ cells }) => [cells.name, cells.note])).toEqual(
        rows.map(([name, note]) => [`n${name}`, note]),
      );
    }),
  );
});

describe('a file of many rows', () => {
  test.each([0, 1, 4_999, 5_000, 5_001, 10_001])('is the same written piece by piece: %i', (count) => {
    function* rows(): Generator<string[]> {
      for (let row = 0; row < count; row += 1) yield [`Name, ${row}`, row % 7 === 0 ? '=1+1' : '', `-${row}.50`];
    }
    const bytes = csvBytes(COLUMNS, rows(), ['amount']);
    expect(new TextDecoder().decode(bytes)).toBe(writeCsv(COLUMNS, [...rows()], ['amount']));
    expect(bytes.byteLength).toBe(bytes.buffer.byteLength);
  });
});

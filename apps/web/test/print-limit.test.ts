import { assertPrintable, printablePages } from '../src/ui/print-limit.js';

test('a list is printed up to a length that paper can take, and beyond it says what to do', () => {
  expect(() => assertPrintable(20_000, 'lines')).not.toThrow();
  expect(() => assertPrintable(20_001, 'lines')).toThrow(/more than 20,000 lines.*fewer dates.*CSV/);
});

describe('a list that is printed', () => {
  const list = (pages: readonly (readonly number[])[]) => {
    const asked: string[] = [];
    const read = async (after: string) => {
      asked.push(after);
      const index = Number(after || 0);
      return { rows: pages[index] ?? [], next: index + 1 < pages.length ? String(index + 1) : null };
    };
    return { asked, all: () => printablePages(read, ({ rows }) => rows.length, 'lines') };
  };

  test('is read to its end, page after page', async () => {
    const { asked, all } = list([[1, 2], [3], []]);
    expect((await all()).flatMap(({ rows }) => rows)).toEqual([1, 2, 3]);
    expect(asked).toEqual(['', '1', '2']);
  });

  test('is read no further than can be printed', async () => {
    const page = Array<number>(15_000).fill(1);
    const { asked, all } = list([page, page, page]);
    await expect(all()).rejects.toThrow(/more than 20,000 lines/);
    expect(asked).toEqual(['', '1']);
  });
});

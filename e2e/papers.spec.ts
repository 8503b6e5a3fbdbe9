import { AxeBuilder } from '@axe-core/playwright';
import { expect, type OwnBooks, test } from './books.js';

/** A PDF of two pages, each with its number written large; drawn by hand from ISO 32000. */
function twoPages(): Buffer {
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R 4 0 R] /Count 2 >>',
    ...[5, 6].map(
      (content) =>
        `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 300 400] /Contents ${content} 0 R /Resources << /Font << /F 7 0 R >> >> >>`,
    ),
    ...['Bill 1187', 'Weighbridge tickets'].map((said) => {
      const stream = `BT /F 24 Tf 30 340 Td (${said}) Tj ET`;
      return `<< /Length ${stream.length} >>\nstream\n${stream}\nendstream`;
    }),
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
  ];
  let text = '%PDF-1.4\n';
  const places = objects.map((object, index) => {
    const position = text.length;
    text += `${index + 1} 0 obj\n${object}\nendobj\n`;
    return position;
  });
  const table = places.map((index) => `${String(index).padStart(10, '0')} 00000 n \n`).join('');
  const [size, xref] = [objects.length + 1, text.length];
  text += `xref\n0 ${size}\n0000000000 65535 f \n${table}trailer\n<< /Size ${size} /Root 1 0 R >>\nstartxref\n${xref}\n%%EOF\n`;
  return Buffer.from(text, 'latin1');
}

const BILL = { name: 'Hatch Orchards 1187.pdf', mimeType: 'application/pdf', buffer: twoPages() };
const NOTE = { name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('Paid in cash, no receipt') };

/** The width in which something is drawn. */
const widthOf = async ({ page }: OwnBooks, name: string): Promise<number> =>
  (await page.getByRole('img', { name }).boundingBox())?.width ?? 0;

test('papers that came first wait, are read page by page, and their entry is written beside them by keys', async ({
  own,
}) => {
  const { page, open, ask } = own;
  await open('record/papers');
  await expect(page.getByText(/came before their entry belong here/)).toBeVisible();
  await page.getByLabel('Papers to attach').setInputFiles([BILL, NOTE]);
  await expect(page.getByText('2 papers without entry')).toBeVisible();
  await expect(page.getByText('Paid in cash, no receipt')).toBeVisible();
  await page.getByRole('button', { name: /note.txt/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('img', { name: 'Hatch Orchards 1187.pdf, page 1' })).toBeVisible();
  await expect(page.getByText('1 of 2')).toBeVisible();
  await page.getByRole('region', { name: /^The paper/ }).focus();
  await page.keyboard.press('ArrowRight');
  const second = 'Hatch Orchards 1187.pdf, page 2';
  await expect(page.getByRole('img', { name: second })).toBeVisible();
  const before = await widthOf(own, second);
  await page.keyboard.press('+');
  await expect.poll(() => widthOf(own, second)).toBeGreaterThan(before * 1.2);
  await page.keyboard.press('-');
  await page.keyboard.press('r');
  const box = async () => (await page.getByRole('img', { name: second }).boundingBox()) ?? { width: 0, height: 1 };
  await expect.poll(async () => (await box()).width / (await box()).height).toBeGreaterThan(1.2);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await page.getByRole('button', { name: /Hatch Orchards 1187.pdf/ }).press('Enter');
  await expect(page.getByLabel('Date', { exact: true })).toBeFocused();
  await expect(page.getByRole('img', { name: 'Hatch Orchards 1187.pdf, page 1' })).toBeVisible();
  await page.getByLabel('Explanation').fill('Apples');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Debit, line 1').fill('40');
  await page.keyboard.press('Alt+p');
  await expect(page.getByRole('region', { name: /^The paper/ })).toBeFocused();
  await page.keyboard.press('Alt+p');
  await expect(page.getByLabel('Debit, line 1')).toBeFocused();
  await page.getByLabel('Account, line 2').fill('1010');
  await page.getByLabel('Credit, line 2').press('=');
  await expect(page.getByRole('region', { name: 'Effect if posted' })).toContainText('40.00');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0001');
  const { papers } = await ask<{ papers: { name: string }[] }>('GET', '/entries/2027-0001');
  expect(papers.map(({ name }) => name)).toEqual(['Hatch Orchards 1187.pdf']);
  await open('record/papers');
  await expect(page.getByText('1 paper without entry')).toBeVisible();
});

test('papers are attached while one writes: chosen, pasted, dropped onto a line; a draft keeps them', async ({
  own: { page, open, ask },
}) => {
  await open('record/entry');
  await page.getByLabel('Papers to attach').setInputFiles(NOTE);
  await expect(page.getByRole('button', { name: /note.txt/ }).first()).toBeVisible();
  const hand = (type: 'paste' | 'drop', onto: string) =>
    page.evaluate(
      ([kind, label]) => {
        const files = new DataTransfer();
        files.items.add(new File([`a slip to ${kind}`], `${kind}.txt`, { type: 'text/plain' }));
        const target = document.querySelector(`[aria-label="${label}"]`);
        const event =
          kind === 'paste'
            ? new ClipboardEvent(kind, { clipboardData: files, bubbles: true, cancelable: true })
            : new DragEvent('drop', { dataTransfer: files, bubbles: true, cancelable: true });
        target?.dispatchEvent(event);
      },
      [type, onto],
    );
  await hand('paste', 'Note, line 1');
  await expect(page.getByRole('button', { name: /paste.txt/ }).first()).toBeVisible();
  await hand('drop', 'Note, line 2');
  await expect(page.getByText('a slip to drop')).toBeVisible();
  await page.getByRole('button', { name: 'Take off note.txt' }).click();
  await page.getByLabel('Papers to attach').setInputFiles({ ...NOTE, name: 'a.exe', buffer: Buffer.from([0, 1, 2]) });
  await expect(page.getByRole('alert')).toContainText('a.exe is not a kind of file that is taken as a paper');
  await page.getByLabel('Explanation').fill('Half written');
  await page.reload();
  await expect(page.getByRole('button', { name: /paste.txt/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Save as draft' }).click();
  await expect(page).toHaveURL(/draft=/);
  const [draft] = await ask<{ attachments: number[]; lines: { attachments?: number[] }[] }[]>('GET', '/drafts');
  expect([draft?.attachments.length, draft?.lines.map((line) => line.attachments?.length)]).toEqual([1, [1]]);
});

test('a posted entry shows its papers beside it, takes more, and lets one go only with a reason', async ({
  own: { page, open, post, ask },
}) => {
  const number = await post('2027-01-05', 'Apples', '6100', '1010', '40.00');
  await open('record/journal');
  await expect(page.getByRole('img', { name: 'no paper' })).toBeVisible();
  await page.getByRole('button', { name: /Apples/ }).click();
  await page.getByLabel('Papers to attach').setInputFiles(BILL);
  await expect(page.getByRole('img', { name: '1 paper' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Hatch Orchards 1187.pdf', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Hatch Orchards 1187.pdf, page 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Take off Hatch Orchards 1187.pdf' }).click();
  await page.getByLabel(/^Why Hatch Orchards 1187.pdf/).fill('It belongs to another delivery');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('img', { name: 'no paper' })).toBeVisible();
  expect(await ask('GET', `/entries/${number}`)).toMatchObject({ papers: [] });
  await open('record/papers');
  await page.getByRole('button', { name: 'Attach it to an entry' }).click();
  await page.getByLabel('Number of the entry').fill('2027-0099');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel('Number of the entry').fill(number);
  await page.keyboard.press('Enter');
  await expect(page.getByText('0 papers without entry')).toBeVisible();
});

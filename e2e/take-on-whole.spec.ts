import type { Page } from '@playwright/test';
import { displayAmount, minor, type TrayKey } from '@just-ledger/core';
import {
  CHANGEOVER,
  EUR,
  OLD,
  RATE,
  banks,
  bare,
  chartFile,
  files,
  omitted,
  plain,
  slid,
  transposed,
} from '../apps/server/test/other-books.js';
import { expect, test } from './books.js';

/** The trays in their order and in the reverse one: the totals of the old books come first or last. */
const ORDER = ['trial-balance', 'customers', 'suppliers', 'banks', 'asset-classes', 'assets', 'stock'] as const;
const REVERSE = ['stock', 'asset-classes', 'assets', 'banks', 'suppliers', 'customers', 'trial-balance'] as const;

/** The bench of one pair of books, as somebody works at it. */
class Bench {
  constructor(
    private readonly page: Page,
    private readonly at: string,
  ) {}

  /** Reads a file by the screen for files, its headings as they are recognised. */
  async readFile(subject: string, buffer: Buffer): Promise<void> {
    const name = `${subject}.${buffer.subarray(0, 2).toString() === 'PK' ? 'xlsx' : 'csv'}`;
    await this.page.goto(`${this.at}/prepare/files?subject=${subject}`);
    await this.page.getByLabel('File to read').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
    await this.page.getByRole('button', { name: 'Compare with the books' }).click();
    await this.page.getByRole('button', { name: 'Take it in' }).click();
    await expect(this.page.getByRole('status')).toContainText('added');
  }

  async openTray(tray: TrayKey): Promise<void> {
    await this.page.goto(`${this.at}/take-on/bench?tray=${tray}`);
    await expect(this.page.getByRole('navigation', { name: 'Trays' })).toBeVisible();
  }

  /** The first three things that may explain a tray's difference. */
  async suggested(): Promise<string[]> {
    const list = this.page.getByRole('region', { name: 'Where it may come from' }).getByRole('listitem');
    await expect(list.first()).toBeVisible();
    return (await list.allInnerTexts()).slice(0, 3);
  }

  /** Follows what is suggested of a line to the line, and types another figure there. */
  async mend(saying: RegExp, column: string, figure: string): Promise<void> {
    const list = this.page.getByRole('region', { name: 'Where it may come from' }).getByRole('listitem');
    await list.filter({ hasText: saying }).first().getByRole('link').first().click();
    const cell = this.page.locator('tr[aria-current]').getByLabel(new RegExp(`^${column}, row`));
    await cell.fill(figure);
    await cell.press('Tab');
  }

  async agrees(name: RegExp): Promise<void> {
    const tray = this.page.getByRole('navigation', { name: 'Trays' }).getByRole('link', { name });
    await expect(tray).toContainText(/agrees|balances/);
  }
}

for (const [saying, order] of [
  ['totals first', ORDER],
  ['totals last', REVERSE],
] as const) {
  test(`a whole take-on from files of other books, ${saying}: slips found at the bench, signed off, equal to the cent`, async ({
    signedIn: page,
    demo,
  }) => {
    test.slow();
    const made = await page.request.post(`${demo}/api/organisations`, {
      data: {
        name: `Other books, ${saying}`,
        kind: 'company',
        baseCurrency: 'EUR',
        fiscalYearStartMonth: 1,
        firstDay: '2026-01-01',
        changeoverDate: CHANGEOVER,
        starterChart: false,
      },
    });
    const { id } = (await made.json()) as { id: number };
    const api = `${demo}/api/organisations/${id}`;
    await page.request.post(`${api}/currencies`, { data: { currency: 'USD' } });
    await page.request.put(`${api}/exchange-rates/USD/2025-12-30`, { data: RATE });
    const bench = new Bench(page, `${demo}/${id}`);
    await bench.readFile('chart', Buffer.from(chartFile()));
    const all = await files();
    for (const tray of order) await bench.readFile(`tray-${tray}`, Buffer.from(all[tray] as Uint8Array));
    for (const tray of ['customers', 'suppliers'] as const) {
      await bench.openTray(tray);
      await page.getByRole('button', { name: /^Add all \d+/ }).click();
      await expect(page.getByText('contacts are not there yet')).toHaveCount(0);
    }

    await bench.openTray('customers');
    expect((await bench.suggested()).join()).toContain(transposed.document);
    await bench.mend(new RegExp(transposed.document), 'Unpaid', plain(transposed.unpaid));
    await bench.agrees(/Customers/);

    await bench.openTray('suppliers');
    const missing = `A line of ${displayAmount(minor(omitted.unpaid), EUR)} credit may be missing.`;
    expect((await bench.suggested()).join()).toContain(missing);
    // the list is longer than what is drawn: its last rows, and the blank one after them, come on demand
    const more = page.getByRole('button', { name: /^Show more/ });
    while (await more.isVisible()) await more.click();
    await page.getByLabel('Contact, row 100').click();
    for (const cell of [omitted.contact, omitted.document, omitted.date, '', 'EUR', plain(omitted.unpaid)]) {
      await page.keyboard.type(cell);
      await page.keyboard.press('Tab');
    }
    await bench.agrees(/Suppliers/);

    await bench.openTray('banks');
    const [, second] = banks;
    const wrongSide = displayAmount(minor(-(second?.uncleared[0] ?? 0)), EUR);
    expect((await bench.suggested()).join()).toContain(wrongSide);
    await bench.mend(new RegExp(`${wrongSide.replaceAll('.', '\\.')}.*wrong side`), 'Uncleared', `-${wrongSide}`);
    await bench.agrees(/Banks/);

    await bench.openTray('assets');
    expect((await bench.suggested())[0]).toContain(bare.name);
    await bench.mend(new RegExp(bare.name), 'Accumulated depreciation', plain(bare.written));
    await bench.agrees(/Fixed assets/);

    await bench.openTray('stock');
    expect((await bench.suggested()).join()).toContain(slid.item);
    await bench.mend(new RegExp(slid.item), 'Quantity', String(slid.quantity));
    await bench.agrees(/Stock/);

    await expect(page.getByText('Nothing is left to explain.')).toBeVisible();
    await page.getByRole('button', { name: 'Sign off' }).click();
    await expect(page.getByRole('heading', { name: 'Signed off' })).toBeVisible();
    await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);

    // the balance sheet on screen shows each account of the old books, and their totals
    await page.goto(`${demo}/${id}/report/statements?from=${CHANGEOVER}&to=${CHANGEOVER}`);
    const sheet = page.getByRole('region', { name: 'Balance sheet' });
    const assets = [...OLD].filter(([number]) => number.startsWith('1')).reduce((sum, [, count]) => sum + count, 0);
    await expect(sheet.getByRole('row', { name: /^Total assets/ })).toContainText(displayAmount(minor(assets), EUR));
    const shown = (await sheet.innerText()).replaceAll(/[€()]/g, '');
    for (const [number, count] of OLD) {
      if (number.startsWith('1') && count !== 0) expect(shown).toContain(displayAmount(minor(Math.abs(count)), EUR));
    }
  });
}

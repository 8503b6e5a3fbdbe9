import type { Page } from '@playwright/test';

/** Pastes text into a field as a spreadsheet puts it on the clipboard. */
export async function paste(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label).evaluate((input, given) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', given);
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

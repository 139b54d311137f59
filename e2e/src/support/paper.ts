import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

interface Pdf {
  readonly name: string;
  readonly pages: number;
  readonly text: string;
  readonly width: number;
}

/** A paper as another library reads it. */
export async function paper(page: Page, label: string): Promise<Pdf> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: label }).click();
  const file = await download;
  const pdf = await getDocument({ data: new Uint8Array(await readFile(await file.path())), verbosity: 0 }).promise;
  const texts: string[] = [];
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const { items } = await (await pdf.getPage(number)).getTextContent();
    texts.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  const { width } = (await pdf.getPage(1)).getViewport({ scale: 1 });
  const text = texts.join(' ').replaceAll(/\s+/g, ' ').replaceAll('- ', '-');
  return { name: file.suggestedFilename(), pages: pdf.numPages, text, width };
}

/** A hand that draws a few strokes into the field to sign. */
export async function signByHand(page: Page, name: string): Promise<void> {
  const card = page.locator('jx-signature-card');
  await card.getByLabel('Name of who signs').fill(name);
  const field = card.getByRole('img', { name: /Field to sign/ });
  await field.scrollIntoViewIfNeeded();
  const { x, y } = (await field.boundingBox()) ?? { x: 0, y: 0 };
  await page.mouse.move(x + 30, y + 60);
  await page.mouse.down();
  for (const [right, down] of [
    [60, 20],
    [90, 90],
    [130, 40],
    [190, 70],
  ] as const)
    await page.mouse.move(x + right, y + down);
  await page.mouse.up();
  await card.getByRole('button', { name: 'Keep the signature' }).click();
}

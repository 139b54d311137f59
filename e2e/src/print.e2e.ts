import { FINISHED } from './support/demo-visits';
import { expect, test } from './support/fixtures';

test('the report prints on white from a dark page, over several pages, no heading parted from what it heads', async ({
  page,
  workspace,
}) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(`${workspace.address}${FINISHED}/report`);
  await expect(page.locator('article')).toContainText('Course of the visit');
  const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(await paper()).not.toBe('rgb(255, 255, 255)');
  await page.emulateMedia({ colorScheme: 'dark', media: 'print' });
  expect(await paper()).toBe('rgb(255, 255, 255)');

  const parted = await page.evaluate(() =>
    Array.from(document.querySelectorAll('article h2, article tr, article section'), (each) => {
      const { breakAfter, breakInside, display } = getComputedStyle(each);
      // A grid breaks its rows over the pages, and a heading under the line of a table.
      const isGrid = display.includes('grid') && each.querySelector('tr') !== null;
      const isKept = each.matches('h2') ? breakAfter === 'avoid' : !each.matches('tr') || breakInside === 'avoid';
      return isKept && !isGrid ? '' : `${each.tagName} ${(each.textContent ?? '').trim().slice(0, 40)}`;
    }).filter((fault) => fault !== ''),
  );
  expect(parted).toEqual([]);
  for (const control of ['.tools', 'jx-page-header header'])
    await expect(page.locator(control).first()).not.toBeVisible();

  const pdf = (await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b(?!s)/g)?.length ?? 0).toBeGreaterThan(1);
});

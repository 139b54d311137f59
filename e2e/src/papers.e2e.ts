import { readyForTheCellar } from './support/cellar';
import { FINISHED } from './support/demo-visits';
import { expect, test } from './support/fixtures';
import { paper, signByHand } from './support/paper';

// The page is cached by its service worker here, as on a tablet.
test.use({ serviceWorkers: 'allow' });

test('papers are made with no server in reach, and tell the facts', async ({ server, page }) => {
  test.setTimeout(120_000);
  await page.goto(`${server.address}/start`);
  await readyForTheCellar(page);
  await page.goto(`${server.address}${FINISHED}/photos`);
  for (const number of ['1', '2', '3'])
    await expect(page.getByRole('button', { name: new RegExp(`^${number} `) }).locator('img')).toBeVisible();
  await server.kill();
  await page.goto(`${server.address}${FINISHED}/report`);
  await page.getByRole('radio', { name: 'A4' }).click();

  const customer = await paper(page, 'For the customer, PDF');
  expect(customer.name).toBe('mist-line-1-2026-11-18-customer.pdf');
  expect(Math.round(customer.width)).toBe(595);
  for (const fact of [
    'Mist line 1 · Mist-line pump panel · Fernhollow Nursery',
    '“No mist since the frost, the pump is dead silent”',
    '18 Nov 2026, 09:02 +01:00',
    'The float switch stays open. (measured)',
    'Why it failed: float arm bent by ice.',
    '26.9 V high',
    'before 26.9 V, now 0.0 V',
    'repaired and proven',
    'bent by ice',
    `Page 1 of ${customer.pages}`,
  ])
    expect(customer.text).toContain(fact);
  expect(customer.text).not.toContain('was not on the device');

  await page.getByRole('radio', { name: 'Letter' }).click();
  const evidence = await paper(page, 'Evidence, PDF');
  expect(Math.round(evidence.width)).toBe(612);
  for (const fact of ['number FL-24 rev B', 'A on X1·3, B on X1·4', 'mains on, control on, mist called', 'X1·3'])
    expect(evidence.text).toContain(fact);
  await server.resume();
});

test('a colleague is told where it stands; a customer signs, and what comes after is said', async ({
  workspace,
  page,
}) => {
  await workspace.start();
  const visit = page.url();
  await page.goto(`${visit}/report`);
  const handOver = await paper(page, 'Hand-over, PDF');
  expect(handOver.text).toContain('Where it stands');
  expect(handOver.text).toContain('Prove dead again before hands go in');

  await page.goto(`${visit}/close`);
  const card = page.locator('jx-signature-card');
  await card.getByRole('button', { name: 'Keep the signature' }).click();
  await expect(card.getByRole('alert')).toHaveText('Say who signs.');
  await card.getByLabel('Name of who signs').fill('Hazel Ostler');
  await card.getByLabel('Name of who signs').press('Enter');
  await expect(page).toHaveURL(/close$/);
  await card.getByRole('button', { name: 'Keep the signature' }).click();
  await expect(card.getByRole('alert')).toHaveText('Sign in the field first.');
  await signByHand(page, 'Hazel Ostler');
  await expect(card).toContainText('Hazel Ostler, customer');

  await page.goto(visit);
  await expect(page.locator('jx-step-page h1')).toBeVisible();
  await workspace.key('n');
  await page.keyboard.type('came back for the key');
  await page.keyboard.press('Enter');
  await expect(page.locator('jx-visit-log')).toContainText('came back for the key');
  await page.goto(`${visit}/report`);
  await expect(page.locator('jx-signed-section')).toContainText('one entry was logged since');
  const signed = await paper(page, 'For the customer, PDF');
  expect(signed.text).toContain('Hazel Ostler, customer');
  expect(signed.text).toContain('one entry was logged after it');
});

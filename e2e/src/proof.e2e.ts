import { expect, test } from './support/fixtures';

const CHART = '/charts/pump-contactor-does-not-pull-in';

test('a chart is proven against its unit, and each fault leads to its walk', async ({ page, workspace }) => {
  test.setTimeout(180_000);
  await page.goto(`${workspace.address}${CHART}`);
  await page.getByRole('link', { name: 'Prove this chart' }).click();
  await page.getByRole('button', { name: 'Prove this chart' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'Prove this chart' }).click();
  const sums = page.getByRole('region', { name: 'What the chart finds' });
  await expect(sums).toContainText('faults make the complaint', { timeout: 120_000 });
  const [faults, items] = (await sums.locator('strong').allTextContents()).map(Number);
  expect(faults).toBeGreaterThan(70);
  expect(items).toBe(faults);
  const fault = page.getByRole('button', { name: /^Float switch FS1 stuck open: right/ });
  await fault.focus();
  await page.keyboard.press('Enter');
  const walk = page.getByRole('region', { name: 'The walk' });
  await expect(walk).toContainText('The float switch stays open.');
  await expect(walk).toContainText('Volts across the float switch FS1');
  await expect(page.getByRole('region', { name: 'Conclusions no fault leads to' })).toContainText('Water inside');
});

test('a chart that says no complaint offers no proof', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}/charts/vent-runs-one-way`);
  await expect(page.locator('jx-chart-board .card')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Prove this chart' })).toHaveCount(0);
});

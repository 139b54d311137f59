import { expect } from '@playwright/test';
import { HALF_DONE, FINISHED } from './demo-visits';
import type { Workspace } from './workspace';

/** One thing the page can show, and how a technician comes to it. */
export interface Screen {
  readonly name: string;
  readonly path: string;
  /** What is done once the page is there. */
  readonly then?: (workspace: Workspace) => Promise<void>;
}

/** A part of the visit: a tab of the companion on a tablet, of the foot on a phone. */
async function toPart(workspace: Workspace, part: string): Promise<void> {
  const { page } = workspace;
  const ofPhone = page.locator('nav.bottom').getByRole('button', { name: part, exact: true });
  if (await ofPhone.isVisible()) await ofPhone.click();
  else await page.getByRole('tab', { name: part, exact: true }).click();
}

const inPart = (part: string): Screen => ({
  name: `visit, ${part}`,
  path: HALF_DONE,
  then: (workspace) => toPart(workspace, part),
});

const ofFree = (button: string): Screen => ({
  name: `free, ${button}`,
  path: '/start',
  then: async ({ page }) => {
    await page.getByText('A machine that is not on file').click();
    await page.getByRole('button', { name: 'Start without a chart' }).click();
    await page.locator('jx-free-page').getByRole('button', { name: button }).click();
  },
});

const page = (path: string, name = path): Screen => ({ name, path });

/** Every page, and every face of the workspace. */
export const SCREENS: readonly Screen[] = [
  page('/'),
  page('/start'),
  page('/start?at=mist-line-2'),
  page('/library'),
  page('/library/sites'),
  page('/library/models'),
  page('/library/charts'),
  page('/models/mist-pump-panel'),
  page('/charts/pump-contactor-does-not-pull-in'),
  page('/charts/pump-contactor-does-not-pull-in/proof'),
  page('/meters/hand-6000'),
  page('/units/co2-burner-1'),
  page('/units/new'),
  page('/units/co2-burner-1/edit'),
  page('/about'),
  page('/practice'),
  page('/handbook'),
  page('/judge'),
  page('/import'),
  page('/backup'),
  page('/spares'),
  page('/nowhere', 'a page that is not there'),
  page(HALF_DONE, 'visit'),
  inPart('Board'),
  inPart('Chain'),
  inPart('State'),
  inPart('Chart'),
  inPart('Notes'),
  {
    name: 'visit, pre-checks',
    path: HALF_DONE,
    then: (workspace) => workspace.key('l'),
  },
  { name: 'visit, keys', path: HALF_DONE, then: (workspace) => workspace.key('?') },
  { name: 'visit, skip', path: HALF_DONE, then: (workspace) => workspace.key('s') },
  { name: 'visit, large display', path: HALF_DONE, then: (workspace) => workspace.key('w') },
  { name: 'free', path: HALF_DONE, then: (workspace) => workspace.key('f') },
  {
    name: 'free, zero of the leads',
    path: HALF_DONE,
    then: async (workspace) => {
      await workspace.key('f');
      await workspace.page.getByRole('button', { name: /^Leads zeroed/ }).click();
    },
  },
  ofFree('Note'),
  ofFree('Jumper'),
  ofFree('Finding'),
  ...['intake', 'lamp', 'watch', 'meter', 'long-watch', 'handbook', 'supply', 'repair', 'photos', 'close', 'chart'].map(
    (sub) => page(`${HALF_DONE}/${sub}`, `visit, ${sub}`),
  ),
  page(FINISHED, 'closed visit'),
  page(`${FINISHED}/report`, 'report'),
  page(`${FINISHED}/photos`, 'photos'),
  page(`${FINISHED}/repair`, 'closed visit, repair'),
  page(`${FINISHED}/close`, 'closed visit, closing'),
];

/** Shows a screen, at whatever size the page has. */
export async function show(workspace: Workspace, screen: Screen): Promise<void> {
  await workspace.page.goto(`${workspace.address}${screen.path}`);
  await expect(workspace.page.locator('main, jx-not-found-page').first()).toBeVisible();
  await workspace.page.waitForLoadState('networkidle');
  await screen.then?.(workspace);
}

import { expect, test } from './support/fixtures';
import { layoutFaults, unseenFocus } from './support/layout-faults';
import { SCREENS, show } from './support/screens';

/** A tablet, a phone, a phone with its keyboard up, a phone that lies, and a tablet's page at 200 %. */
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
  { width: 390, height: 500 },
  { width: 844, height: 390 },
  { width: 640, height: 400 },
] as const;

for (const screen of SCREENS)
  test(`by thumb and by key on every size: ${screen.name}`, async ({ page, workspace }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await show(workspace, screen);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await expect
        .poll(() => layoutFaults(page), { message: `${screen.name} at ${size.width}x${size.height}`, timeout: 4_000 })
        .toEqual([]);
    }
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme });
      expect(await unseenFocus(page), `${screen.name}, ${colorScheme}`).toEqual([]);
    }
  });

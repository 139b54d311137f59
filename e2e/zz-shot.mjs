// node --import tsx e2e/zz-shot.mjs NAME PATH [phone|dark] [script.mjs exporting default (page)=>]
import { chromium } from '@playwright/test';
import { browserOptions } from './src/support/browser.ts';
const [name, path, mode, script] = process.argv.slice(2);
const browser = await chromium.launch(browserOptions);
const context = await browser.newContext({
  viewport: mode === 'phone' ? { width: 390, height: 844 } : { width: 1280, height: 800 },
  colorScheme: mode === 'dark' ? 'dark' : 'light',
  serviceWorkers: 'block',
  hasTouch: mode === 'phone',
});
const page = await context.newPage();
page.on('pageerror', (e) => console.log('ERROR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
await page.goto('http://127.0.0.1:4999' + path);
await page.waitForTimeout(900);
if (script) await (await import(script)).default(page);
await page.waitForTimeout(400);
await page.screenshot({ path: `/tmp/shots/${name}.png` });
await browser.close();

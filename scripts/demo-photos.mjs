// Draws the made-up photos of the demo anew: `node --import tsx scripts/demo-photos.mjs`. The demo visits name them by
// what is in them, so `npm run demo` follows.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { withoutExtras, readPhoto } from '@juxtameter/contract/photo';
import { browserOptions } from '../e2e/src/support/browser.ts';
import { root } from './lib/packages.mjs';

const [WIDTH, HEIGHT] = [1200, 900];

/** Light from one side, and the grain of a small camera in a dark panel. */
const scene = (inner) => `
<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">
  <defs>
    <filter id="grain"><feTurbulence type="fractalNoise" baseFrequency="0.8" numOctaves="2" seed="4"/>
      <feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0.16 0"/></filter>
    <filter id="soft"><feGaussianBlur stdDeviation="1.1"/></filter>
    <filter id="shade"><feGaussianBlur stdDeviation="9"/></filter>
    <radialGradient id="light" cx="0.3" cy="0.2" r="1.1"><stop offset="0" stop-color="#fff" stop-opacity=".28"/>
      <stop offset=".6" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity=".6"/></radialGradient>
  </defs>
  <g filter="url(#soft)">${inner}</g>
  <rect width="100%" height="100%" fill="url(#light)"/><rect width="100%" height="100%" filter="url(#grain)"/>
</svg>`;

const COLOURS = [
  '#6b4423',
  '#a8322a',
  '#b8403a',
  '#d98324',
  '#d9872c',
  '#6d4aa0',
  '#3c5fb0',
  '#d8d8d0',
  '#8a8f92',
  '#3d7d46',
];

const terminal = (colour, index) => {
  const x = 232 + index * 76;
  return `<path d="M${x} 120 C${x - 20} 60 ${x + 30} 40 ${x + 8} -10" stroke="${colour}" stroke-width="15" fill="none"/>
    <rect x="${x - 30}" y="116" width="60" height="78" rx="5" fill="#2c6e4a"/><rect x="${x - 22}" y="124" width="44" height="30" rx="3" fill="#14271d"/>
    <circle cx="${x}" cy="174" r="12" fill="#b9bcb6"/><path d="M${x - 8} 174h16" stroke="#555" stroke-width="4"/>
    <text x="${x}" y="226" font-size="24" text-anchor="middle" fill="#dfe8dc" font-family="sans-serif">${index + 1}</text>`;
};

const relay = (x, name) => `
  <rect x="${x + 8}" y="368" width="170" height="180" rx="8" fill="#000" opacity=".5" filter="url(#shade)"/>
  <rect x="${x}" y="360" width="170" height="180" rx="8" fill="#20242b"/><rect x="${x + 14}" y="374" width="142" height="60" rx="4" fill="#2d333c"/>
  <text x="${x + 85}" y="412" font-size="22" text-anchor="middle" fill="#c9ccd0" font-family="sans-serif">24 V AC</text>
  <text x="${x + 85}" y="580" font-size="26" text-anchor="middle" fill="#dfe8dc" font-family="sans-serif">${name}</text>`;

const board = scene(`
  <rect width="1200" height="900" fill="#7c8182"/><rect x="40" y="0" width="1120" height="900" fill="#8d9293"/>
  <rect x="160" y="96" width="860" height="690" rx="10" fill="#000" opacity=".55" filter="url(#shade)"/>
  <rect x="150" y="84" width="860" height="690" rx="10" fill="#1e5a3a"/>
  <path d="M230 230V330H300M306 230V300H520V350M460 230V320H700V352M612 230V280H860V640H640M764 230V260H930V700" stroke="#2f8556" stroke-width="9" fill="none"/>
  ${COLOURS.map(terminal).join('')}
  <text x="180" y="180" font-size="30" fill="#dfe8dc" font-family="sans-serif">X1</text>
  ${relay(240, 'K1')}${relay(480, 'K2')}
  <rect x="730" y="380" width="190" height="110" rx="4" fill="#15181c"/><text x="825" y="444" font-size="24" text-anchor="middle" fill="#9aa0a5" font-family="sans-serif">CB rev C</text>
  <circle cx="720" cy="640" r="16" fill="#56d77a"/><circle cx="780" cy="640" r="16" fill="#e8b53c"/>
  ${[0, 1, 2, 3].map((each) => `<g transform="translate(${280 + each * 90} 660)"><rect width="52" height="24" rx="10" fill="#c9b48a"/><path d="M12 0v24M24 0v24M38 0v24" stroke="#7b3b2a" stroke-width="6"/></g>`).join('')}
  ${[
    [168, 102],
    [992, 102],
    [168, 756],
    [992, 756],
  ]
    .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="14" fill="#b9bcb6"/>`)
    .join('')}`);

const float = (arm, words) =>
  scene(`
  <rect width="1200" height="900" fill="#3f4b50"/><rect y="560" width="1200" height="340" fill="#274a5a"/>
  <path d="M0 566C200 550 320 584 560 566S980 552 1200 570V900H0Z" fill="#2f6276" opacity=".9"/>
  <rect x="120" y="40" width="130" height="640" rx="14" fill="#5d676b"/><rect x="140" y="60" width="40" height="600" fill="#77828a" opacity=".6"/>
  <rect x="230" y="210" width="150" height="120" rx="12" fill="#23282b"/><circle cx="306" cy="270" r="26" fill="#9aa2a5"/>
  <path d="M240 200C180 120 260 40 220 -10" stroke="#c6442f" stroke-width="16" fill="none"/><path d="M270 200C230 120 320 60 290 -10" stroke="#d98324" stroke-width="16" fill="none"/>
  ${arm}
  <text x="420" y="250" font-size="34" fill="#e6ebe8" font-family="sans-serif">${words}</text>`);

const bent = float(
  `<path d="M306 270C430 300 470 420 560 400C620 388 640 450 690 470" stroke="#b9bcb6" stroke-width="20" fill="none"/>
   <ellipse cx="780" cy="480" rx="110" ry="62" fill="#d8762c"/><path d="M690 455C740 420 830 424 880 460" stroke="#f0b27a" stroke-width="10" fill="none" opacity=".6"/>
   <path d="M430 300l40 60 30-20z M600 380l36 40 24-30z" fill="#e6f2f5" opacity=".85"/>`,
  'FS1',
);
const straight = float(
  `<path d="M306 270L740 520" stroke="#c4c8c2" stroke-width="20"/><ellipse cx="820" cy="560" rx="110" ry="62" fill="#e6e2d3"/>
   <path d="M730 540C780 505 870 508 915 545" stroke="#fff" stroke-width="10" fill="none" opacity=".7"/>`,
  'FS1',
);

const browser = await chromium.launch(browserOptions);
const page = await (await browser.newContext({ viewport: { width: WIDTH, height: HEIGHT } })).newPage();
for (const [name, svg] of Object.entries({ board, 'float-bent': bent, 'float-new': straight })) {
  await page.setContent(`<body style="margin:0">${svg}</body>`);
  const bytes = withoutExtras(new Uint8Array(await page.screenshot({ type: 'jpeg', quality: 62 })));
  console.log(name, bytes.length, readPhoto(bytes));
  writeFileSync(join(root, 'demo/data/photos', `${name}.jpg`), bytes);
}
await browser.close();

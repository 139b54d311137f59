// Makes the shipped fonts: Latin text and readings, and a small file with the signs the Latin subsets lack.
// Run with `node scripts/fonts.mjs` after moving a font package; the results are committed.
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { root } from './lib/packages.mjs';

const SIGNS = 'ΩΔµ≤≥≈≠→←↑↓√∞±−×·°²³…–—⏎';
const modules = join(root, 'node_modules');
const fonts = join(root, 'web', 'public', 'fonts');

copyFileSync(
  join(modules, '@fontsource-variable/sofia-sans/files/sofia-sans-latin-wght-normal.woff2'),
  join(fonts, 'sofia-sans.woff2'),
);
copyFileSync(
  join(modules, '@fontsource-variable/noto-sans-mono/files/noto-sans-mono-latin-wght-normal.woff2'),
  join(fonts, 'noto-sans-mono.woff2'),
);
// Papers are set with whole fonts of fixed weight: Latin, Greek, Cyrillic and the signs.
const LETTERS = [
  [0x20, 0x7e],
  [0xa0, 0x17f],
  [0x384, 0x3ce],
  [0x400, 0x45f],
  [0x2010, 0x2026],
  [0x20ac, 0x20ac],
]
  .flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, index) => String.fromCodePoint(from + index)))
  .join('');
for (const [source, target] of [
  ['400Regular/SofiaSans_400Regular.ttf', 'paper-normal.ttf'],
  ['700Bold/SofiaSans_700Bold.ttf', 'paper-bold.ttf'],
]) {
  const font = readFileSync(join(modules, '@expo-google-fonts/sofia-sans', source));
  const subset = await subsetFont(font, LETTERS + SIGNS, { targetFormat: 'truetype' });
  writeFileSync(join(fonts, target), subset);
  console.log(target, subset.length, 'bytes');
}
for (const [source, target] of [
  [join(modules, '@expo-google-fonts/sofia-sans/500Medium/SofiaSans_500Medium.ttf'), 'sofia-sans-signs.woff2'],
  [
    join(modules, '@fontsource-variable/noto-sans-mono/files/noto-sans-mono-greek-wght-normal.woff2'),
    'noto-sans-mono-signs.woff2',
  ],
]) {
  const subset = await subsetFont(readFileSync(source), SIGNS, { targetFormat: 'woff2' });
  writeFileSync(join(fonts, target), subset);
  console.log(target, subset.length, 'bytes');
}

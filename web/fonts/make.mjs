// Cuts the few music signs that pages need out of two free fonts (their licences lie in the packages):
// accidentals from DejaVu Sans, the fermata and the repeat sign from Noto Music. Cuts the text faces to the letters of
// western languages and to the weights and sizes that are used, so that the first page comes quickly; what else is written
// comes from the packages' own files. Run with `npm run fonts -w web`.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import subset from 'subset-font';

const cuts = [
  ['accidentals', '@fontsource/dejavu-sans/files/dejavu-sans-latin-400-normal.woff2', '♭♮♯'],
  ['signs', '@fontsource/noto-music/files/noto-music-music-400-normal.woff2', '\u{1D10E}\u{1D110}'],
];

for (const [name, source, characters] of cuts) await cut(name, source, characters);

const signs = (from, to) =>
  Array.from({ length: to - from + 1 }, (_, place) => String.fromCodePoint(from + place)).join('');
// What every page has, and what is fetched where a language asks for it. `ui/theme.ts` says the same by their codes.
const plain = `${signs(0x20, 0x7e)}·–—‘’“”•…`;
const accented = `${signs(0xa0, 0xff).replace('·', '')}ıŁłŒœ‹›€`;
const numerals = '0123456789/ ';
const fraunces = '@fontsource-variable/fraunces/files/fraunces-latin';
const atkinson = '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next';
// One optical size for all, that of numerals on a desk: with more of them a face is twice as heavy.
const upright = { wght: { min: 400, max: 700 }, opsz: 36 };
const slanted = { wght: { min: 400, max: 600 } };
const text = { wght: { min: 400, max: 700 } };
await cut('fraunces', `${fraunces}-opsz-normal.woff2`, plain, upright);
await cut('fraunces-accented', `${fraunces}-opsz-normal.woff2`, accented, upright);
await cut('italic-numerals', `${fraunces}-wght-italic.woff2`, numerals, slanted);
await cut('italic', `${fraunces}-wght-italic.woff2`, plain, slanted);
await cut('italic-accented', `${fraunces}-wght-italic.woff2`, accented, slanted);
await cut('atkinson', `${atkinson}-latin-wght-normal.woff2`, plain, text);
await cut('atkinson-accented', `${atkinson}-latin-wght-normal.woff2`, accented, text);

/**
 * @param {string} name @param {string} source @param {string} characters
 * @param {Record<string, number | { min: number, max: number }>} [variationAxes]
 */
async function cut(name, source, characters, variationAxes) {
  const font = readFileSync(fileURLToPath(import.meta.resolve(source)));
  const options = { targetFormat: 'woff2', ...(variationAxes ? { variationAxes } : {}) };
  writeFileSync(new URL(`${name}.woff2`, import.meta.url), await subset(font, characters, options));
}

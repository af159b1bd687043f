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

const latin = Array.from({ length: 0xe0 }, (_, code) => String.fromCodePoint(0x20 + code)).join('');
const letters = `${latin}ıŁłŒœ–—‘’“”•…‹›€`;
const fraunces = '@fontsource-variable/fraunces/files/fraunces-latin';
const atkinson = '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next';
// Numerals and titles in the cut of their size; words, which are small, in that of small sizes.
await cut('fraunces', `${fraunces}-opsz-normal.woff2`, letters, {
  wght: { min: 400, max: 700 },
  opsz: { min: 14, max: 72 },
});
await cut('fraunces-italic', `${fraunces}-wght-italic.woff2`, letters, {
  wght: { min: 400, max: 600 },
});
await cut('atkinson', `${atkinson}-latin-wght-normal.woff2`, letters, {
  wght: { min: 400, max: 700 },
});

/**
 * @param {string} name @param {string} source @param {string} characters
 * @param {Record<string, { min: number, max: number }>} [variationAxes]
 */
async function cut(name, source, characters, variationAxes) {
  const font = readFileSync(fileURLToPath(import.meta.resolve(source)));
  const options = { targetFormat: 'woff2', ...(variationAxes ? { variationAxes } : {}) };
  writeFileSync(new URL(`${name}.woff2`, import.meta.url), await subset(font, characters, options));
}

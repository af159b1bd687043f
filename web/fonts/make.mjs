// Cuts the few music signs that pages need out of two free fonts (their licences lie in the packages):
// accidentals from DejaVu Sans, the fermata and the repeat sign from Noto Music. Run with `npm run fonts -w web`.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import subset from 'subset-font';

const cuts = [
  ['accidentals', '@fontsource/dejavu-sans/files/dejavu-sans-latin-400-normal.woff2', '♭♮♯'],
  ['signs', '@fontsource/noto-music/files/noto-music-music-400-normal.woff2', '\u{1D10E}\u{1D110}'],
];

for (const [name, source, characters] of cuts) {
  const font = readFileSync(fileURLToPath(import.meta.resolve(source)));
  const cut = await subset(font, characters, { targetFormat: 'woff2' });
  writeFileSync(new URL(`${name}.woff2`, import.meta.url), cut);
}

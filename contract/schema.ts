// Writes docs/song-file.schema.json anew after a change of the file: `npm run schema -w contract`.
import { writeFileSync } from 'node:fs';
import { songFileSchema } from './src/songFileSchema.ts';

writeFileSync(
  new URL('../docs/song-file.schema.json', import.meta.url),
  `${JSON.stringify(songFileSchema(), null, 2)}\n`,
);

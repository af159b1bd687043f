import { z } from 'zod';
import { songFile } from './files/songFile.ts';

/** The file of a song in JSON Schema, as docs/song-file.schema.json publishes it. */
export function songFileSchema(): object {
  return {
    title: 'A song of Intervallum, version 2',
    ...z.toJSONSchema(songFile, { io: 'input', unrepresentable: 'any' }),
  };
}

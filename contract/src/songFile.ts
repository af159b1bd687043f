import { freeHands, parseChart, placedSlots, type SongHands } from '@intervallum/core';
import { z } from 'zod';
import { songHands } from './hands.ts';
import { chartText } from './text.ts';

/** Largest file of a song that is read, in UTF-16 code units. */
const largestFile = 5_000_000;

/**
 * A song as a file of its own: its chart text, which says everything that is written, and what was decided about the
 * hands, by the slots of that text. docs/song-file.schema.json is this in JSON Schema; docs/formats.md says more.
 */
export const songFile = z.object({
  format: z.literal('intervallum song'),
  version: z.literal(1),
  chart: chartText,
  hands: songHands.optional(),
});
export type SongFile = z.infer<typeof songFile>;

/** A song as the text of its file. */
export function writeSongFile(song: Pick<SongFile, 'chart' | 'hands'>): string {
  const file: SongFile = { format: 'intervallum song', version: 1, ...song };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Reads the file of a song, or says in a sentence why it is none. Slots that its chart does not have are let go. */
export function readSongFile(
  text: string,
):
  | { readonly ok: true; readonly value: Required<Pick<SongFile, 'chart' | 'hands'>> }
  | { readonly ok: false; readonly message: string } {
  if (text.length > largestFile)
    return { ok: false, message: 'The file of a song is read up to 5 MB.' };
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, message: `This is no JSON: ${why}` };
  }
  const version = z
    .object({ format: z.literal('intervallum song'), version: z.int() })
    .safeParse(content);
  if (!version.success)
    return {
      ok: false,
      message: 'This JSON is no song of Intervallum: its “format” is another one.',
    };
  if (version.data.version > 1)
    return {
      ok: false,
      message: `This song is of version ${version.data.version}, which is newer than this program. Reload the page, or ask for it in version 1.`,
    };
  const read = songFile.safeParse(content);
  if (!read.success) {
    const [issue] = read.error.issues;
    const where = issue?.path.join('.') || 'the file';
    return {
      ok: false,
      message: `In ${where}: ${issue?.message ?? 'what stands there is not allowed.'}`,
    };
  }
  const { chart, hands = freeHands } = read.data;
  return { ok: true, value: { chart, hands: within(chart, hands) } };
}

/** The decisions whose slots the chart has. */
function within(chart: string, hands: SongHands): SongHands {
  const read = parseChart(chart);
  const slots = placedSlots(read.song).length;
  const has = ({ slot }: { readonly slot: number }) => slot < slots;
  const { pins, registers, walks } = hands;
  return {
    ...hands,
    pins: pins.filter(has),
    registers: registers.filter(has),
    walks: walks.filter(has),
  };
}

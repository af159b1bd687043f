import {
  asItSounded,
  carryDecisions,
  decisionKinds,
  noDecisions,
  parseChart,
  placedSlots,
  type Decisions,
} from '@intervallum/core';
import { z } from 'zod';
import { songFills, songHands, songKeyboard, songSettled } from '../wire/decisions.ts';
import { readDecisions, storeDecisions } from '../stored/decisions.ts';
import { chartText } from '../wire/text.ts';

/** Largest file of a song that is read, in UTF-16 code units. */
const largestFile = 5_000_000;

const newest = 3;

/**
 * A song as a file of its own: its chart text, which says everything that is written, and what was decided about it, by
 * the slots of that text. docs/song-file.schema.json is this in JSON Schema; docs/formats.md says more.
 */
export const songFile = z.object({
  format: z.literal('intervallum song'),
  version: z.literal(newest),
  chart: chartText,
  decisions: z
    .object({
      hands: z
        .object({ version: z.int().min(1).max(decisionKinds.hands.version), value: songHands })
        .optional(),
      fills: z
        .object({ version: z.int().min(1).max(decisionKinds.fills.version), value: songFills })
        .optional(),
      keyboard: z
        .object({
          version: z.int().min(1).max(decisionKinds.keyboard.version),
          value: songKeyboard,
        })
        .optional(),
      settled: z
        .object({ version: z.int().min(1).max(decisionKinds.settled.version), value: songSettled })
        .optional(),
    })
    .optional(),
});
export type SongFile = z.infer<typeof songFile>;

/** What a file holds of a song. */
export interface FiledSong {
  readonly chart: string;
  readonly decisions: Decisions;
}

/** Steps from one version of the file to the next, by the version they start from. */
const upgrades: Readonly<
  Record<number, (old: Record<string, unknown>) => Record<string, unknown>>
> = {
  // Version 1 knew the hands only.
  1: ({ hands, ...rest }) => ({
    ...rest,
    ...(hands === undefined ? {} : { decisions: { hands: { version: 1, value: hands } } }),
  }),
  // Version 2 had charts by the first rules of chart text.
  2: (old) => ({
    ...old,
    ...(typeof old['chart'] === 'string' ? { chart: asItSounded(old['chart'], 1) } : {}),
  }),
};

/** A song as the text of its file. */
export function writeSongFile({ chart, decisions }: FiledSong): string {
  const file = {
    format: 'intervallum song',
    version: newest,
    chart,
    decisions: storeDecisions(decisions),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Reads the file of a song, or says in a sentence why it is none. Slots that its chart does not have are let go. */
export function readSongFile(
  text: string,
):
  | { readonly ok: true; readonly value: FiledSong }
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
  const stamped = z
    .looseObject({ format: z.literal('intervallum song'), version: z.int().min(1) })
    .safeParse(content);
  if (!stamped.success)
    return {
      ok: false,
      message: 'This JSON is no song of Intervallum: its “format” is another one.',
    };
  const { version } = stamped.data;
  if (version > newest)
    return {
      ok: false,
      message: `This song is of version ${version}, which is newer than this program. Reload the page, or ask for it in version ${newest}.`,
    };
  let upgraded: Record<string, unknown> = stamped.data;
  for (let from = version; from < newest; from += 1)
    upgraded = { ...upgrades[from]!(upgraded), version: from + 1 };
  const read = songFile.safeParse(upgraded);
  if (!read.success) {
    const [issue] = read.error.issues;
    const where = issue?.path.join('.') || 'the file';
    return {
      ok: false,
      message: `In ${where}: ${issue?.message ?? 'what stands there is not allowed.'}`,
    };
  }
  const { chart, decisions } = read.data;
  const filed = decisions ? readDecisions(decisions).decisions : noDecisions;
  return { ok: true, value: { chart, decisions: within(chart, filed) } };
}

/** The decisions whose slots the chart has. */
function within(chart: string, decisions: Decisions): Decisions {
  const slots = placedSlots(parseChart(chart).song).length;
  return carryDecisions(decisions, (slot) => (slot < slots ? slot : null));
}

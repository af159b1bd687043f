import { expand } from '../chart/time/timeline.ts';
import type { Song } from '../chart/song.ts';
import { counted } from '../kit/words.ts';
import { degreeOfSemitones, formatDegree } from '../pitch/degree.ts';
import { formatKey, relativeMajor, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { fitVoice, outsideOf } from './fit.ts';
import { nameOfPitch } from '../pitch/pitchNames.ts';
import { sectionRanges, sungRange, type SungPitch, type SungRange } from './range.ts';
import { isSingable, rankKeys, worstBeyond, type KeyRequest, type RankedKey } from './rankKeys.ts';
import { voiceOf, type Singer, type Voice } from './singers.ts';

/** What would make a key fit where none does. */
export type Remedy =
  | { readonly kind: 'no lift'; readonly key: Key }
  /** One section sung an octave away from the rest, by its place in the chart. */
  | {
      readonly kind: 'octave';
      readonly key: Key;
      readonly section: number;
      readonly name: string;
      readonly up: boolean;
      readonly who: string;
    }
  /** So few notes changed that it is no other tune: those of one pitch, sung otherwise. */
  | {
      readonly kind: 'notes';
      readonly key: Key;
      readonly who: string;
      readonly notes: readonly {
        readonly note: number;
        readonly times: number;
        readonly to: number;
      }[];
    }
  | { readonly kind: 'singer'; readonly key: Key; readonly name: string; readonly instead: string };

/** Where no key fits: the nearest one, by how much it does not, and what would help. */
export interface NoKeyFits {
  readonly nearest: RankedKey;
  /** Half steps that its worst note lies beyond. */
  readonly by: number;
  /** Half steps that the tune spans more than a singer has, and whose; 0 where the span is no trouble. */
  readonly tooWide: { readonly who: string; readonly by: number } | null;
  readonly remedies: readonly (Remedy & { readonly words: string })[];
}

/** So many pitches are changed at most: more would be another tune. */
const mostChanged = 2;

/**
 * What to do where no key suits all singers: leave a lift out, sing a section in another octave, change the top or bottom
 * note, let somebody else sing.
 * @param song the song with its tune @param others who could sing in the place of one of the singers
 * @returns null where a key fits, or no tune is written
 */
export function whyNoKey(
  request: Omit<KeyRequest, 'song'> & { readonly song: Song },
  others: readonly Singer[] = [],
): NoKeyFits | null {
  const timeline = expand(request.song);
  const range = sungRange(timeline);
  const [nearest] = rankKeys({ ...request, song: range ?? request.song });
  if (!range || !nearest || isSingable(nearest)) return null;
  const remedies = [
    ...withoutLift(request),
    ...bySections(request, range, sectionRanges(timeline), nearest),
    ...byNotes(request, range, nearest),
    ...byOthers(request, range, others),
  ];
  return {
    nearest,
    by: worstBeyond(nearest),
    tooWide: widest(range, request.singers),
    remedies: remedies.map((one) => ({ ...one, words: remedyWords(one) })),
  };
}

/** Whose voice the tune is too wide for, whatever its key. */
function widest(range: SungRange, singers: readonly Singer[]): NoKeyFits['tooWide'] {
  const held = range.pitches.filter(({ longTimes }) => longTimes > 0);
  const span = held.length === 0 ? 0 : held.at(-1)!.note - held[0]!.note;
  const [worst] = singers
    .map(voiceOf)
    .map(({ name, low, high }) => ({ who: name, by: span - (high - low) }))
    .sort((one, other) => other.by - one.by);
  return worst && worst.by > 0 ? worst : null;
}

function withoutLift(request: KeyRequest & { readonly song: Song }): Remedy[] {
  const { road } = request.song;
  if (!road?.some(({ kind }) => kind === 'lift')) return [];
  const song = { ...request.song, road: road.filter(({ kind }) => kind !== 'lift') };
  const [best] = rankKeys({ ...request, song });
  return best && isSingable(best) ? [{ kind: 'no lift', key: best.key }] : [];
}

/** One section an octave away, where all that somebody cannot sing stands in it; the rest stays where it is. */
function bySections(
  { song, singers }: KeyRequest & { readonly song: Song },
  whole: SungRange,
  ranges: ReadonlyMap<number, SungRange>,
  { key, shift }: RankedKey,
): Remedy[] {
  if (ranges.size < 2) return [];
  const found: Remedy[] = [];
  for (const singer of singers) {
    const voice = voiceOf(singer);
    const by = shift + 12 * fitVoice(whole, shift, voice).octave;
    const bad = [...ranges].filter(([, range]) => outsideOf(range, by, voice).length > 0);
    if (bad.length === 0) continue;
    const [only] = bad;
    if (bad.length > 1 || !only) return [];
    const [section, range] = only;
    const moved = [12, -12].find((octaves) => outsideOf(range, by + octaves, voice).length === 0);
    if (moved === undefined) return [];
    const { name } = song.sections[section]!;
    found.push({ kind: 'octave', key, section, name, up: moved > 0, who: singer.name });
  }
  return found;
}

/** The few notes that somebody cannot sing, each to the nearest note of the scale that they can. */
function byNotes({ singers }: KeyRequest, range: SungRange, { key, shift }: RankedKey): Remedy[] {
  const found: Remedy[] = [];
  for (const singer of singers) {
    const voice = voiceOf(singer);
    const by = shift + 12 * fitVoice(range, shift, voice).octave;
    const bad = outsideOf(range, by, voice);
    if (bad.length === 0) continue;
    if (bad.length > mostChanged) return [];
    const notes = bad.map((pitch) => changed(pitch, by, voice, key));
    found.push({ kind: 'notes', key, who: singer.name, notes });
  }
  return found;
}

const inScale = new Set([0, 2, 4, 5, 7, 9, 11]);

function changed({ note, times }: SungPitch, by: number, voice: Voice, key: Key) {
  const sung = note + by;
  const home = pitchClass(relativeMajor(key).tonic);
  const step = sung > voice.high ? -1 : 1;
  let to = step < 0 ? voice.high : voice.low;
  while (!inScale.has((((to - home) % 12) + 12) % 12)) to += step;
  return { note: sung, times, to };
}

/** Somebody else in the place of one singer, so that a key fits all. */
function byOthers(request: KeyRequest, range: SungRange, others: readonly Singer[]): Remedy[] {
  return request.singers.flatMap((one) =>
    others.flatMap((other): Remedy[] => {
      if (request.singers.some(({ name }) => name === other.name)) return [];
      const singers = request.singers.map((singer) => (singer === one ? other : singer));
      const [best] = rankKeys({ ...request, song: range, singers });
      return best && isSingable(best)
        ? [{ kind: 'singer', key: best.key, name: other.name, instead: one.name }]
        : [];
    }),
  );
}

/** A remedy in a sentence. */
export function remedyWords(one: Remedy): string {
  const key = formatKey(one.key);
  switch (one.kind) {
    case 'no lift':
      return `Without the lift ${key} suits everybody.`;
    case 'octave':
      return `In ${key}, if ${one.who} sings ${one.name} an octave ${one.up ? 'higher' : 'lower'}.`;
    case 'notes': {
      const words = one.notes.map(
        ({ note, times, to }) =>
          `${degreeIn(to, one.key)} (${nameOfPitch(to, one.key, { spelling: 'easy' })}) for ${degreeIn(note, one.key)} (${nameOfPitch(note, one.key, { spelling: 'easy' })}, ${counted(times, 'time')})`,
      );
      return `In ${key}, if ${one.who} sings ${words.join(', and ')}.`;
    }
    case 'singer':
      return `In ${key}, if ${one.name} sings in the place of ${one.instead}.`;
  }
}

function degreeIn(midi: number, key: Key): string {
  return formatDegree(degreeOfSemitones(midi - pitchClass(relativeMajor(key).tonic)));
}

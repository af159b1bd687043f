import type { Push, Section, Slot, Song } from '../chart/song.ts';
import { noTextures, textureOf } from '../chart/texture.ts';
import type { TimelineIndex } from '../chart/places.ts';
import { expand } from '../chart/time/timeline.ts';
import type { Filled } from '../playing/filled.ts';
import { perform, type Performance, type PlayedNote } from '../playing/perform.ts';
import type { Hand } from '../playing/struck.ts';

/** What a step adds to the one before; the last is all of it. */
export const rungKinds = ['right', 'roots', 'pattern', 'pushes', 'sixteenths', 'written'] as const;
export type RungKind = (typeof rungKinds)[number];

/**
 * A step on the way to a section as it is written: the right hand alone; with the roots; with what the hands do in it; with its pushes,
 * more and more of them; with those that are sixteenths; and all of it.
 */
export interface Rung {
  readonly kind: RungKind;
  /** Of a step with pushes: how many of the section's chords come early. */
  readonly pushes: number;
  readonly song: Song;
  readonly hands: readonly Hand[];
  /** The left hand plays its lowest notes alone. */
  readonly rootsAlone: boolean;
}

/** More pushes than these are not added one by one: then by one, two, half of them. */
const mostOneByOne = 4;

/** What the left hand does where a section says nothing (common practice, no published source): its fifth, softly, on each "and". */
const ghosts = textureOf('root with ghost fifths');

/**
 * The steps on the way to a section, made of its own chart. A section that is written without pushes and patterns is practised with
 * some all the same before it is played as it is: first every other chord early, then each, then by sixteenths.
 * @param place which section of the song
 */
export function ladderOf(song: Song, place: number): Rung[] {
  const section = song.sections[place];
  if (!section) return [];
  const chords = chordsOf(section);
  const pushed = chords.flatMap(({ push }, index) => (push ? [index] : []));
  const textures = [section.textures, song.textures].find(({ left, right }) => left ?? right);
  const pattern = textures ?? { ...noTextures, left: ghosts };
  const written = (index: number) => chords[index]!.push;
  const asEighth = (index: number): Push | null => {
    const own = written(index);
    return own && { ...own, by: 'eighth' };
  };
  const early = (by: Push['by']): Push => ({ by, hands: 'right' });
  const made = (change: SectionChange, rest: Partial<Rung> & Pick<Rung, 'kind'>): Rung => ({
    pushes: 0,
    hands: ['left', 'right'],
    rootsAlone: false,
    ...rest,
    song: withSection(song, place, change),
  });
  const none = () => null;
  const rungs: Rung[] = [
    made({ push: none, textures: noTextures }, { kind: 'right', hands: ['right'] }),
    made({ push: none, textures: noTextures }, { kind: 'roots', rootsAlone: true }),
    made({ push: none, textures: pattern }, { kind: 'pattern' }),
  ];
  if (pushed.length > 0) {
    for (const count of countsUpTo(pushed.length)) {
      const now = new Set(pushed.slice(0, count));
      rungs.push(
        made(
          { push: (index) => (now.has(index) ? asEighth(index) : null), textures: pattern },
          { kind: 'pushes', pushes: count },
        ),
      );
    }
    if (pushed.some((index) => written(index)?.by === 'sixteenth'))
      rungs.push(
        made({ push: written, textures: pattern }, { kind: 'sixteenths', pushes: pushed.length }),
      );
  } else if (chords.length > 1) {
    const every = Math.floor(chords.length / 2);
    rungs.push(
      made(
        { push: (index) => (index % 2 === 1 ? early('eighth') : null), textures: pattern },
        { kind: 'pushes', pushes: every },
      ),
      made(
        { push: () => early('eighth'), textures: pattern },
        { kind: 'pushes', pushes: chords.length },
      ),
      made(
        { push: () => early('sixteenth'), textures: pattern },
        { kind: 'sixteenths', pushes: chords.length },
      ),
    );
  }
  return [...rungs, { ...made({}, { kind: 'written', pushes: pushed.length }), song }];
}

function countsUpTo(all: number): number[] {
  if (all <= mostOneByOne) return Array.from({ length: all }, (_, index) => index + 1);
  return [...new Set([1, 2, Math.ceil(all / 2), all])];
}

interface SectionChange {
  /** How early a chord of the section comes, counted from 0; as it is written where it is left out. */
  readonly push?: (index: number) => Push | null;
  readonly textures?: Section['textures'];
}

type ChordOfSlot = Extract<Slot, { kind: 'chord' }>;

const slotsOf = ({ phrases }: Section): Slot[] =>
  phrases.flatMap(({ bars }) => bars.flatMap((bar) => (bar.kind === 'played' ? bar.slots : [])));

/** The chords of a section as they stand in its lines. */
export function chordsOf(section: Section): ChordOfSlot[] {
  return slotsOf(section).filter((slot): slot is ChordOfSlot => slot.kind === 'chord');
}

function withSection(song: Song, place: number, { push, textures }: SectionChange): Song {
  let index = -1;
  const changed = (slot: Slot): Slot => {
    if (slot.kind !== 'chord' || !push) return slot;
    index += 1;
    return { ...slot, push: push(index) };
  };
  const sections = song.sections.map((section, at): Section => {
    if (at !== place) return section;
    const phrases = section.phrases.map((phrase) => ({
      ...phrase,
      bars: phrase.bars.map((bar) =>
        bar.kind === 'played' ? { ...bar, slots: bar.slots.map(changed) } : bar,
      ),
    }));
    return { ...section, phrases, textures: textures ?? section.textures };
  });
  return {
    ...song,
    sections,
    // What the whole song says would be heard in the section that says nothing now.
    textures: textures === noTextures ? noTextures : song.textures,
  };
}

/**
 * A stretch of the song as a step of its ladder asks for it, with the hands that were found for the song as it is written: the same
 * chords in the same places. What is graded are keys that are pressed: on a keyboard that is set higher or lower they are where they
 * are.
 */
export function performRung(
  voiced: Filled,
  { kind, song, hands, rootsAlone }: Rung,
  range: { readonly from: TimelineIndex; readonly to: TimelineIndex },
): Performance {
  if (kind === 'written') return perform({ ...voiced, keyboard: 0 }, { ...range, hands });
  const { fills: _fills, keyboard: _keyboard, ...own } = voiced;
  const timeline = expand(song, { key: voiced.timeline.key });
  const performance = perform({ ...own, timeline }, { ...range, hands });
  return rootsAlone ? { ...performance, notes: withRoots(performance.notes) } : performance;
}

function withRoots(notes: readonly PlayedNote[]): PlayedNote[] {
  const lowest = new Map<number, PlayedNote>();
  for (const note of notes) {
    if (note.hand !== 'left') continue;
    const there = lowest.get(note.at);
    if (!there || note.note < there.note) lowest.set(note.at, note);
  }
  return notes.filter((note) => note.hand === 'right' || lowest.get(note.at) === note);
}

import type { Grade } from '../chord/colourForms.ts';
import { withDegrees, type Chord, type NamedChord } from '../chord/chord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { barTicks } from '../chart/meter.ts';
import { printRoad, sectionOfStep } from '../chart/road.ts';
import type { LiftStep, RoadStep, Song } from '../chart/song.ts';
import { sungNotes } from '../chart/time/sung.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { quoted } from '../kit/result.ts';
import { ticksPerQuarter } from '../kit/ticks.ts';
import { degreeOfSemitones, degreeSemitones } from '../pitch/degree.ts';
import { noteOfDegree, transposeKey } from '../pitch/key.ts';
import type { Note } from '../pitch/note.ts';
import type { Edit, Suggestion } from '../writing/edit.ts';
import { setField } from '../writing/fields.ts';
import { barsBefore } from '../writing/place.ts';
import { planLift } from './planLift.ts';

/** A place between two sections as they are played, where the key is lifted or can be. */
export interface LiftPlace {
  /** The step of the roadmap (of the sections as they stand, where there is none) that is played behind it. */
  readonly step: number;
  /** How often that step was played before it already: above 0 within a section that is played again. */
  readonly times: number;
  readonly before: string;
  readonly after: string;
  /** What the roadmap lifts there now: 0 half steps where it does not. */
  readonly semitones: number;
  readonly by: readonly NamedChord[] | null;
  /** The first part of the timeline behind it. */
  readonly part: number;
}

/** A way to lift the key at a place, as an edit of the roadmap. */
export interface LiftMove extends Suggestion {
  readonly id: string;
  readonly name: string;
  readonly kind: 'lift';
  readonly grade: Grade;
  /** What leads there, in the numbers of the new key. */
  readonly chords: readonly NamedChord[];
}

/** The places of a song where the key can be lifted, in the order of time. */
export function liftPlaces({ song }: Pick<Timeline, 'song'>): LiftPlace[] {
  const places: LiftPlace[] = [];
  let before: string | null = null;
  let parts = 0;
  let lift: Omit<LiftStep, 'kind'> = { semitones: 0 };
  for (const [step, one] of roadOf(song).entries()) {
    if (one.kind === 'lift') {
      lift = { ...one, semitones: lift.semitones + one.semitones };
      continue;
    }
    const section = song.sections[sectionOfStep(song.sections, one.name)];
    if (!section) continue;
    const { name: after } = one;
    if (before !== null) {
      const { semitones, by = null } = lift;
      places.push({ step, times: 0, before, after, semitones, by, part: parts });
    }
    const played = one.times ?? section.times;
    for (let times = 1; times < played; times += 1)
      places.push({
        step,
        times,
        before: after,
        after,
        semitones: 0,
        by: null,
        part: parts + times,
      });
    parts += played;
    before = after;
    lift = { semitones: 0 };
  }
  return places;
}

/**
 * The ways to lift the key at a place, the usual first; each is written into the roadmap: `up 1 by 4/5`. A lift that stands there
 * is written anew.
 * @param semitones how far, -11 to 11; none for 0, or where nothing is played behind the place
 */
export function lifts(
  timeline: Timeline,
  place: LiftPlace,
  semitones: number,
  numbers?: Partial<NumberStyle>,
): LiftMove[] {
  const { song, parts, slots } = timeline;
  const before = parts[place.part - 1];
  const after = parts[place.part];
  if (!before || !after || semitones === 0) return [];
  const beats = Math.max(1, barTicks(song.meter) / ticksPerQuarter - 1);
  const landing = slots.slice(after.from, after.to).find(({ is }) => is.kind === 'chord')?.is;
  const target: { target?: Chord } = landing?.kind === 'chord' ? { target: landing.chord } : {};
  const at = { bar: barsBefore(song, after.section), slot: 0 };
  return planLift(before.key, transposeKey(before.key, semitones), {
    beats,
    ...target,
    ...(numbers ? { numbers } : {}),
  }).map(({ id, name, kind, grade, why, chords }): LiftMove => {
    const by = chords.flatMap(({ chord }) =>
      chord.kind === 'named' ? [inNewKey(chord, semitones)] : [],
    );
    return {
      id,
      name,
      kind,
      grade,
      why,
      chords: by,
      cost: null,
      place: at,
      edit: (read) => writeLift(read, place, { semitones, by }),
    };
  });
}

/** The roadmap without the lift at a place: an edit that takes it away. */
export function withoutLift(place: LiftPlace): Suggestion['edit'] {
  return (read) => writeLift(read, place, { semitones: 0, by: [] });
}

/** A note that is sung, as a MIDI number and by its name in the key that holds there. */
export interface TopNote {
  readonly midi: number;
  readonly note: Note;
}

/**
 * The highest note that is sung from a part on, for as long as its key holds; null where no tune is written. A lift raises it,
 * and most rooms sing up to D5 (common practice, no published source).
 */
export function topSung({ key, parts }: Timeline, part: number): TopNote | null {
  const first = parts[part];
  if (!first) return null;
  const end = parts.findIndex((one, place) => place > part && one.lift !== first.lift);
  const sung = sungNotes({ key, parts: parts.slice(part, end < 0 ? parts.length : end) });
  const [highest] = [...sung].sort((one, other) => other.note - one.note);
  return highest ? { midi: highest.note, note: noteOfDegree(highest.degree, first.key) } : null;
}

/** The highest note that a room sings with ease, as a MIDI number: D5. */
export const easyTop = 74;

/** The roadmap, or what it would be where the sections are played as they stand. */
function roadOf({ road, sections }: Song): readonly RoadStep[] {
  return (
    road ??
    sections.map(({ name }) => ({ kind: 'play', name, times: null, open: false, direction: '' }))
  );
}

type WrittenLift = Required<Omit<LiftStep, 'kind'>>;

/** Writes the roadmap with another lift at a place, or with none. */
function writeLift(read: ChartResult, place: LiftPlace, lift: WrittenLift): Edit {
  const { song } = read;
  const unclear = song.road ? null : sharedName(song);
  if (unclear !== null) return { ok: false, why: unclear };
  return setField(read, 'road', printRoad(liftedRoad(song, place, lift)));
}

/** Why a roadmap cannot name the sections of a song; null where it can. */
function sharedName({ sections }: Song): string | null {
  const names = sections.map(({ name }) => name.toLowerCase());
  if (names.includes(''))
    return 'A section has no name. A roadmap goes by names: give it one first.';
  const shared = sections.find((_, place) => names.indexOf(names[place]!) < place);
  return shared
    ? `Two sections are called ${quoted(shared.name)}. A roadmap goes by names: give each its own first.`
    : null;
}

function liftedRoad(
  song: Song,
  { step, times }: LiftPlace,
  { semitones, by }: WrittenLift,
): readonly RoadStep[] {
  const road = roadOf(song);
  const lift: LiftStep[] =
    semitones === 0 ? [] : [{ kind: 'lift', semitones, ...(by.length > 0 ? { by } : {}) }];
  const again = road[step];
  if (times > 0 && again?.kind === 'play') {
    const section = song.sections[sectionOfStep(song.sections, again.name)];
    const all = again.times ?? section?.times ?? 1;
    // Said of a count of its own, a step goes on until the signal only where it says so itself.
    const open = again.open || (again.times === null && (section?.open ?? false));
    const parted = [
      { ...again, times, open: false },
      ...lift,
      { ...again, times: all - times, open },
    ];
    return [...road.slice(0, step), ...parted, ...road.slice(step + 1)];
  }
  const played = road.findLastIndex(({ kind }, index) => index < step && kind === 'play');
  return [...road.slice(0, played + 1), ...lift, ...road.slice(step)];
}

/** A chord of the key that is left, in the numbers of the new one. */
function inNewKey(chord: NamedChord, semitones: number): NamedChord {
  return withDegrees(chord, (degree) => degreeOfSemitones(degreeSemitones(degree) - semitones));
}

import { ticksPerQuarter } from '../../kit/ticks.ts';
import { tempoRange } from '../../chart/fields.ts';
import { sameMeter, tempoBeat, type Meter } from '../../chart/meter.ts';
import { plainSection, type Bar, type Phrase, type Section, type Song } from '../../chart/song.ts';
import { withoutSilentEnd, type TuneBar } from '../../chart/tune.ts';
import { formatKey, keyOfSignature, liftBetween, raised, type Key } from '../../pitch/key.ts';
import { success, type Result } from '../../kit/result.ts';
import { guessKey } from '../guessKey.ts';
import {
  counted,
  emptySong,
  sectionName,
  unreadable,
  type Imported,
  type ScoreHints,
} from '../imported.ts';
import { Questions } from '../questions.ts';
import { Sources } from '../sources.ts';
import { inLiftedOrder } from './liftedOrder.ts';
import { needs, shareIn } from '../keyShare.ts';
import { barsOf, lettersOf, mostBars, type HeardBar } from './heardBars.ts';
import { readMidi, type HeardMidi } from '../midiEvents.ts';
import { asPickup, changes, chordsIn, harmonyOf, slotsOf, type Harmony } from './heardHarmony.ts';
import { onGrid, tuneOfBar, tuneTrack } from './midiTune.ts';

const cMajor: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };
const barsOnLine = 4;

/** A section, and by how many half steps it stands higher than the key of the song. */
interface LiftedSection {
  readonly section: Section;
  readonly lift: number;
}

/**
 * Reads the chords of a Standard MIDI File as a person would write them down: what sounds together, a chord for as long as
 * can be, with sections by its markers.
 */
export function fromMidi(
  bytes: Uint8Array,
  { key: wished, answers }: ScoreHints = {},
): Result<Imported> {
  const read = readMidi(bytes);
  if (!read.ok) return read;
  const midi = read.value;
  if (midi.notes.length === 0) return unreadable('There are no notes in this MIDI file.');
  const dropped: string[] = [];
  const guessed: string[] = [];
  const sung = tuneTrack(midi);
  const rest = midi.notes.filter(({ track }) => track !== sung?.[0]?.track);
  const played = rest.length > 0 ? rest : midi.notes;
  const bars = barsOf({ ...midi, notes: played }, dropped);
  if (bars.length > mostBars)
    return unreadable(`A MIDI file is read up to ${mostBars} bars; this has ${bars.length}.`);

  const signature = midi.keys[0];
  const said =
    signature && Math.abs(signature.sharps) <= 7
      ? keyOfSignature(signature.sharps, signature.minor ? 'minor' : 'major')
      : null;
  const liftAt = liftsIn(midi);
  const questions = new Questions(answers);
  const often = questions.ask('changes', changes);
  const inC = harmonyOf(bars, () => cMajor, often);
  if (chordsIn(inC).length === 0)
    return unreadable('No notes in this MIDI file sound together as a chord that can be named.');
  const opening = chordsIn(inC.filter((_, bar) => liftAt(bars[bar]!.at) === 0));
  // A file that says C major often only says nothing, and one whose notes are of another key was never told.
  const agrees = said && (opening.length === 0 || shareIn(opening, said) >= needs.strange);
  const trusted = wished ?? (said && agrees && formatKey(said) !== 'C' ? said : null);
  const keys = trusted ? [] : guessKey(opening.length > 0 ? opening : chordsIn(inC));
  const key = trusted ?? keys[0]!.key;
  if (keys.length > 0) {
    const found = formatKey(key, 'printed');
    guessed.push(
      said && !agrees
        ? `The file says ${formatKey(said, 'printed')}, which few of its chords are of; by them it is ${found}.`
        : `The key is not said; by its chords it is ${found}.`,
    );
  }
  if (midi.tempos > 1) dropped.push('Changes of tempo.');
  guessed.push(
    'The chords are named by the notes that sound together; what comes an eighth early is pushed.',
  );
  if (midi.markers.length === 0) guessed.push('The file has no markers; its bars are one section.');
  dropped.push(`${counted(played.length, 'note')} as they were played: a chart holds the chords.`);

  if (sung)
    guessed.push(
      `The tune is the track “${midi.tracks[sung[0]!.track]}”, moved to sixteenths or triplets.`,
    );

  const harmony = harmonyOf(bars, (bar) => raised(key, liftAt(bars[bar]!.at)), often);
  const tune = sung ? onGrid(sung, bars) : [];
  const tuneAt = (bar: HeardBar) => tuneOfBar(tune, bar.at, bar.meter, raised(key, liftAt(bar.at)));
  const sources = new Sources();
  const sections = sectionsOf(midi, { bars, harmony, tuneAt, key, sources, liftAt });
  const unnamed = harmony.flat().filter(({ is }) => is === 'no chord').length;
  if (unnamed > 0)
    guessed.push(
      `${counted(unnamed, 'place')} with notes that make no chord: the chord before goes on, or it is silent.`,
    );
  const meter = bars[0]!.meter;
  const song: Song = {
    ...emptySong,
    title: midi.name.replace(/: (?:right hand|left hand|tune)$/, ''),
    key,
    meter,
    tempo: tempoOf(midi, meter, dropped),
    ...inLiftedOrder(
      sections.map(({ section }) => section),
      null,
      sections.map(({ lift }) => lift),
      dropped,
    ),
  };
  return success({
    song,
    keys: keys.slice(0, 5),
    guessed,
    dropped,
    questions: questions.asked,
    sources: sources.inOrder(song),
  });
}

/** By how many half steps the key that the file says is higher at a tick than at its beginning. */
function liftsIn({ keys }: HeardMidi): (at: number) => number {
  const said = keys.flatMap(({ at, sharps, minor }) =>
    Math.abs(sharps) <= 7 ? [{ at, key: keyOfSignature(sharps, minor ? 'minor' : 'major') }] : [],
  );
  const first = said[0]?.key;
  if (!first) return () => 0;
  return (tick) => liftBetween(first, said.findLast(({ at }) => at <= tick)?.key ?? first);
}

function tempoOf({ tempo }: HeardMidi, meter: Meter, dropped: string[]): number | null {
  if (tempo === null) return null;
  const felt = Math.round((60_000_000 / tempo / (tempoBeat(meter) / ticksPerQuarter)) * 10) / 10;
  if (felt >= tempoRange.slowest && felt <= tempoRange.fastest) return felt;
  dropped.push(`A tempo of ${felt}, which no song can have.`);
  return null;
}

function sectionsOf(
  midi: HeardMidi,
  {
    bars,
    harmony,
    tuneAt,
    key,
    sources,
    liftAt,
  }: {
    readonly bars: readonly HeardBar[];
    readonly harmony: Harmony;
    readonly tuneAt: (bar: HeardBar) => TuneBar;
    readonly key: Key;
    readonly sources: Sources;
    readonly liftAt: (tick: number) => number;
  },
): LiftedSection[] {
  const nearestBar = (at: number) =>
    bars.reduce(
      (best, bar, index) => (Math.abs(bar.at - at) < Math.abs(bars[best]!.at - at) ? index : best),
      0,
    );
  const starts = new Map<number, string>();
  for (const { at, text } of midi.markers) starts.set(nearestBar(at), text);
  if (!starts.has(0)) starts.set(0, midi.markers.length > 0 ? 'Intro' : 'Song');
  for (const [index, { at }] of bars.entries())
    if (index > 0 && !starts.has(index) && liftAt(at) !== liftAt(bars[index - 1]!.at)) {
      const before = [...starts.keys()].filter((start) => start < index);
      starts.set(index, starts.get(Math.max(...before))!);
    }
  const order = [...starts.keys()].sort((one, other) => one - other);
  const carried = { sounds: false, meter: bars[0]!.meter };
  const made = order.map((from, index): LiftedSection => {
    const to = order[index + 1] ?? bars.length;
    const name = sectionName(starts.get(from) ?? '');
    const inSection = bars.slice(from, to);
    let announced = bars[0]!.meter;
    let isFirst = true;
    const written = inSection.map((bar, place): Bar => {
      const meter = sameMeter(bar.meter, announced) ? null : bar.meter;
      announced = bar.meter;
      const slots = slotsOf(harmony[from + place]!, bar, carried.sounds && !isFirst);
      carried.sounds ||= slots.some(({ kind }) => kind === 'chord');
      isFirst = false;
      const made: Bar = { kind: 'played', meter, feel: null, pickup: false, slots };
      return from + place === 0 ? asPickup(made) : made;
    });
    const phrases: Phrase[] = [];
    for (let at = 0; at < written.length; at += barsOnLine) {
      const tune = withoutSilentEnd(inSection.slice(at, at + barsOnLine).map(tuneAt));
      const line = written.slice(at, at + barsOnLine);
      sources.add(line, {
        unit: 'measure',
        from: from + at + 1,
        to: from + at + line.length,
        text: inSection
          .slice(at, at + barsOnLine)
          .map((bar) => lettersOf(bar, raised(key, liftAt(bar.at))))
          .join(' | '),
      });
      phrases.push({ when: null, bars: line, tune, words: [] });
    }
    return { section: { ...plainSection, name, phrases }, lift: liftAt(bars[from]!.at) };
  });
  return together(made);
}

/** “Verse, 2nd time” right after the same bars is the verse played twice. */
function together(sections: readonly LiftedSection[]): LiftedSection[] {
  const made: LiftedSection[] = [];
  for (const { section, lift } of sections) {
    const name = section.name.replace(/, \d{1,2}(?:st|nd|rd|th) time$/, '');
    const last = made.at(-1);
    const isSame =
      last?.section.name === name &&
      last.lift === lift &&
      JSON.stringify(last.section.phrases) === JSON.stringify(section.phrases);
    if (isSame)
      made[made.length - 1] = {
        lift,
        section: { ...last.section, times: Math.min(99, last.section.times + 1) },
      };
    else made.push({ lift, section: { ...section, name } });
  }
  return made;
}

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  backingNotes,
  backingRanges,
  backingSong,
  backingVoices,
  bassNote,
  chordTones,
  expand,
  pitchClass,
  tunePitch,
  type BackingNote,
  type Timeline,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { demoSongs } from './corpus.ts';
import { songs } from './generators.ts';
import { key, song } from './read.ts';

/** What a teacher marks in a page of part-writing (from memory: textbooks of harmony). */
interface Marks {
  outOfRange: number;
  crossed: number;
  tooFar: number;
  parallel: number;
  leaps: number;
  foreign: number;
  pairs: number;
}

/** Marked from what is sung alone: from one note to the next, where all parts move on. */
function marksOf(notes: readonly BackingNote[]): Marks {
  const marks = {
    outOfRange: 0,
    crossed: 0,
    tooFar: 0,
    parallel: 0,
    leaps: 0,
    foreign: 0,
    pairs: 0,
  };
  for (const [at, { notes: here }] of notes.entries()) {
    const sung = here.map(({ note }) => note);
    for (const [part, note] of sung.entries()) {
      const { low, high } = backingRanges[backingVoices[part]!];
      if (note < low || note > high) marks.outOfRange += 1;
      const below = sung[part + 1];
      if (below !== undefined && below >= note) marks.crossed += 1;
      if (below !== undefined && note - below > 12) marks.tooFar += 1;
    }
    const before = notes[at - 1];
    if (!before || before.onset + before.ticks < notes[at]!.onset - 900) continue;
    for (let one = 0; one < 3; one += 1) {
      const moved = sung[one]! - before.notes[one]!.note;
      if (Math.abs(moved) > 7) marks.leaps += 1;
      for (let other = one + 1; other < 3; other += 1) {
        const otherMoved = sung[other]! - before.notes[other]!.note;
        if (moved * otherMoved <= 0) continue;
        marks.pairs += 1;
        const was = (before.notes[one]!.note - before.notes[other]!.note) % 12;
        const is = (sung[one]! - sung[other]!) % 12;
        if (was === is && (is === 0 || is === 7)) marks.parallel += 1;
      }
    }
  }
  return marks;
}

/** The chord that sounds at a tick. */
function chordAt({ slots }: Timeline, tick: number) {
  let sounding: Timeline['slots'][number] | null = null;
  for (const slot of slots) {
    if (slot.start > tick) break;
    if (slot.is.kind === 'chord') sounding = slot;
  }
  return sounding;
}

const hymn = song(`title: Stones in the Stream
key: D
meter: 4/4
tempo: 80

Verse:
  1 5/7 6m 3m | 4 1/3 2m 5 | 1 4 1/5 57 | 1
  tune: 3 2 1 7, | 6, 1 2 2 | 3 4 3 2 | 1
  > Stones that the wa-ter has | car-ried and turned, | smooth-er each mor-ning | now
`);

describe('three parts beside a tune', () => {
  test('a hymn is led by the book: in range, nobody crossed, no parallels, no leap, every note of its chord', () => {
    for (const home of ['Bb', 'C', 'D', 'Eb', 'F', 'G']) {
      const timeline = expand(hymn, { key: key(home) });
      const notes = backingNotes(timeline)!;
      expect(notes.length).toBeGreaterThanOrEqual(13);
      const { pairs, ...faults } = marksOf(notes);
      expect([home, faults]).toEqual([
        home,
        { outOfRange: 0, crossed: 0, tooFar: 0, parallel: 0, leaps: 0, foreign: 0 },
      ]);
      expect(pairs).toBeGreaterThan(0);
      const lead = hymn.sections[0]!.phrases[0]!.tune.flat().flatMap((event) =>
        event.kind === 'note' ? [tunePitch(event, key(home))] : [],
      );
      for (const [place, { onset, notes: here }] of notes.entries()) {
        const at = chordAt(timeline, onset)!;
        const tones = at.is.kind === 'chord' ? chordTones(at.is.chord, at.key) : [];
        for (const { note } of here)
          expect(tones.map((tone) => tone.pitchClass)).toContain(note % 12);
        // The third is what makes a chord major or minor: somebody has it, the lead or the bass perhaps.
        const bass = at.is.kind === 'chord' ? pitchClass(bassNote(at.is.chord, at.key)) : 0;
        const sung = [bass, lead[place]!, ...here.map(({ note }) => note)].map((note) => note % 12);
        const third = tones.find(({ role }) => role === 'third');
        if (third) expect([onset, sung.includes(third.pitchClass)]).toEqual([onset, true]);
      }
    }
  });

  test('the demo is sung without crossing, out of no range, and with next to no parallels', () => {
    const all = { pairs: 0, parallel: 0 };
    for (const { text } of demoSongs) {
      const notes = backingNotes(expand(song(text)));
      expect(notes).not.toBeNull();
      const { outOfRange, crossed, tooFar, parallel, pairs } = marksOf(notes!);
      expect({ outOfRange, crossed, tooFar }).toEqual({ outOfRange: 0, crossed: 0, tooFar: 0 });
      all.pairs += pairs;
      all.parallel += parallel;
    }
    expect(all.pairs).toBeGreaterThan(100);
    expect(all.parallel / all.pairs).toBeLessThan(0.02);
  });

  test('any song is sung in the ranges or said not to be, in the rhythm of what is sung', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const timeline = expand(made);
        fc.pre(timeline.slots.length < 60);
        const notes = backingNotes(timeline);
        if (!notes) return;
        const { outOfRange, crossed, tooFar } = marksOf(notes);
        expect({ outOfRange, crossed, tooFar }).toEqual({ outOfRange: 0, crossed: 0, tooFar: 0 });
        for (const [at, note] of notes.entries())
          expect(note.onset).toBeGreaterThanOrEqual(at === 0 ? 0 : notes[at - 1]!.onset);
      }),
      { numRuns: runs(30) },
    );
  });

  test('a part stands in the place of the tune, in its rhythm and at its pitch, lifted where the song is', () => {
    const lifted = song(`title: Up the Hill
key: F
meter: 3/4
road: Verse, up 2, Verse

Verse:
  1 | 5 | 57 | 1
  tune: 3 3 3 | 2 . 2 | 4 3 2 | 1
  > Up the | hill | up the | hill
`);
    const timeline = expand(lifted);
    const notes = backingNotes(timeline)!;
    for (const [place, voice] of backingVoices.entries()) {
      const { song: part, keys } = backingSong(timeline, notes, voice);
      const written = part.sections.flatMap(({ phrases }, section) =>
        phrases.flatMap(({ tune }) =>
          tune
            .flat()
            .flatMap((event) =>
              event.kind === 'note' ? [tunePitch(event, timeline.key) + keys[section]!.lift] : [],
            ),
        ),
      );
      expect(written).toEqual(notes.map((one) => one.notes[place]!.note));
      const lengths = part.sections[0]!.phrases[0]!.tune.map((bar) =>
        bar.map(({ ticks }) => ticks),
      );
      const own = lifted.sections[0]!.phrases[0]!.tune.map((bar) => bar.map(({ ticks }) => ticks));
      expect(lengths).toEqual(own);
    }
  });
});

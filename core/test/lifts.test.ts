import { describe, expect, test } from '@jest/globals';
import {
  busyness,
  degreeSemitones,
  expand,
  formatChord,
  formatKey,
  formatNote,
  liftPlaces,
  lifts,
  parseChart,
  planLift,
  topSung,
  transposeKey,
  twelveKeys,
  withEdits,
  withoutLift,
  type ChartResult,
  type Chord,
  type LiftMove,
} from '../src/index.ts';

function read(text: string): ChartResult {
  const found = parseChart(text);
  if (!found.ok) throw new Error(`${text}: ${found.problems[0]!.message}`);
  return found;
}

function taken(chart: ChartResult, edit: LiftMove['edit']): ChartResult {
  const edited = edit(chart);
  if (!edited.ok) throw new Error(edited.why);
  return read(withEdits(chart.text, edited.changes));
}

const plain =
  "title: T\nkey: D\n\nVerse:\n  1 | 4 | 5 | 1\n\nChorus x2:\n  1 | 4 | 6m | 5\n  tune: 3 . . . | 6 . . . | 1' . . . | 7 . . .\n\nTag:\n  4 | 1\n";
const roadOf = ({ text }: ChartResult) => /^road: (.*)$/m.exec(text)?.[1];
const keysOf = ({ song }: ChartResult) => expand(song).parts.map((part) => formatKey(part.key));
const placesOf = (chart: ChartResult) => liftPlaces(expand(chart.song));

/** A chord however it is spelled: half steps over home of its root and its bass, and its figures. */
function sounds(chord: Chord) {
  if (chord.kind !== 'named') throw new Error(formatChord(chord));
  const { root, bass, figures } = chord;
  return [degreeSemitones(root), bass && degreeSemitones(bass), figures];
}

describe('lifting the key', () => {
  test('goes between what is played, and between the times of a section', () => {
    expect(placesOf(read(plain)).map(({ before, after, part }) => [before, after, part])).toEqual([
      ['Verse', 'Chorus', 1],
      ['Chorus', 'Chorus', 2],
      ['Chorus', 'Tag', 3],
    ]);
    expect(placesOf(read('key: D\n\nVerse:\n  1 | 4\n'))).toEqual([]);
  });

  test('is written into the roadmap, in every key; what is played before is rewritten by it, and taken away it is as it was', () => {
    for (const home of twelveKeys('major')) {
      const chart = read(plain.replace('key: D', `key: ${formatKey(home)}`));
      for (const place of placesOf(chart))
        for (const by of [1, 2, 3, -1, -2]) {
          const timeline = expand(chart.song);
          const into = transposeKey(home, by);
          for (const way of lifts(timeline, place, by)) {
            const after = taken(chart, way.edit);
            const { parts, slots } = expand(after.song);
            expect(keysOf(after)).toEqual(
              parts.map((_, part) => formatKey(part >= place.part ? into : home)),
            );
            // The chords before it are those of the plan, in the numbers of the key that is left.
            const planned = planLift(home, into, { beats: 3 }).find(({ id }) => id === way.id);
            const stands = slots
              .slice(parts[place.part - 1]!.from, parts[place.part - 1]!.to)
              .flatMap(({ is }) => (is.kind === 'chord' ? [sounds(is.chord)] : []));
            // A bar of four beats has room for the last four.
            const said = (planned?.chords ?? []).map(({ chord }) => sounds(chord)).slice(-4);
            if (planned) expect(stands.slice(stands.length - said.length)).toEqual(said);
            const again = placesOf(after).find(({ part }) => part === place.part)!;
            expect(again.semitones).toBe(by);
            expect(keysOf(taken(after, withoutLift(again)))).toEqual(keysOf(chart));
          }
        }
    }
  });

  test.each([
    [0, 'Verse, up 1 by 4/5, Chorus, Tag'],
    [1, 'Verse, Chorus x1, up 1 by 4/5, Chorus x1, Tag'],
    [2, 'Verse, Chorus, up 1 by 4/5, Tag'],
  ])('at place %i it reads %s', (at, road) => {
    const chart = read(plain);
    const place = placesOf(chart)[at]!;
    const way = lifts(expand(chart.song), place, 1).find(({ id }) => id === 'by 4/5')!;
    expect(roadOf(taken(chart, way.edit))).toBe(road);
  });

  test('between the times of a section that goes on until the signal, the last part still does', () => {
    const chart = read('key: D\n\nVerse:\n  1 | 4\n\nVamp x3 open:\n  1 | 5\n');
    const place = placesOf(chart).find(({ times }) => times === 2)!;
    const [way] = lifts(expand(chart.song), place, 1);
    const { parts } = expand(taken(chart, way!.edit).song);
    expect(parts.map(({ open, lift }) => [open, lift])).toEqual([
      [false, 0],
      [false, 0],
      [false, 0],
      [true, 1],
    ]);
  });

  test('several in a row add up; one that stands is written anew and not twice', () => {
    let chart = read(plain);
    for (const [at, by] of [
      [0, 2],
      [1, 1],
      [1, -1],
    ] as const) {
      const way = lifts(expand(chart.song), placesOf(chart)[at]!, by).find(
        ({ id }) => id === 'straight',
      )!;
      chart = taken(chart, way.edit);
    }
    expect(roadOf(chart)).toBe('Verse, up 2, Chorus x1, down 1, Chorus x1, Tag');
    expect(keysOf(chart)).toEqual(['D', 'E', 'Eb', 'Eb']);
  });

  test.each([
    ['Verse', 'Two sections are called “Verse”'],
    ['', 'A section has no name'],
  ])('a section called “%s” twice: says what a roadmap needs', (name, why) => {
    const chart = parseChart(`key: D\n\n${name ? `${name}:\n` : ''}  1 | 4\n\nVerse:\n  4 | 1\n`);
    const [place] = liftPlaces(expand(chart.song));
    const [way] = lifts(expand(chart.song), place!, 1);
    const edited = way!.edit(chart);
    expect(edited.ok ? '' : edited.why).toContain(why);
  });

  // In D the chorus goes up to 1' = D5; a half step and a whole step higher to Eb5 and E5.
  test.each([
    [0, 74, 'D'],
    [1, 75, 'Eb'],
    [2, 76, 'E'],
  ])('after %i half steps the highest sung note is %i, %s', (by, midi, name) => {
    const chart = read(plain);
    const [place] = placesOf(chart);
    const [way] = by === 0 ? [] : lifts(expand(chart.song), place!, by);
    const after = way ? taken(chart, way.edit) : chart;
    const top = topSung(expand(after.song), 1)!;
    expect([top.midi, formatNote(top.note)]).toEqual([midi, name]);
    expect(topSung(expand(read('key: D\n\nA:\n  1 | 4\n').song), 0)).toBeNull();
  });
});

describe('how busy a song is', () => {
  test('counts the chords of each bar as it is played, those that leave the key, and where it is lifted', () => {
    const chart = read(
      'key: C\nroad: A, up 2, B\n\nA:\n  1 | 4 . 4m . | % | 1 27 5 5/7\n\nB:\n  1~ | _ . . b7\n',
    );
    const seen = busyness(expand(chart.song));
    expect(seen.map(({ part, chords, outside, lift }) => [part, chords, outside, lift])).toEqual([
      [0, 1, 0, 0],
      [0, 2, 1, 0],
      [0, 2, 1, 0],
      [0, 4, 1, 0],
      [1, 1, 0, 2],
      [1, 1, 1, 0],
    ]);
  });
});

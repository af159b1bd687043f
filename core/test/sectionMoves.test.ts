import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as TonalChord, Key as TonalKey, Note } from 'tonal';
import {
  endings,
  expand,
  formatChord,
  formatKey,
  intros,
  parseChart,
  parseChord,
  planLift,
  printChart,
  sameKey,
  toLetters,
  transposeKey,
  turnarounds,
  twelveKeys,
  withEdits,
  type Chord,
  type Song,
} from '../src/index.ts';
import { demoSongs } from './corpus.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';

function read(text: string) {
  const found = parseChart(text);
  if (!found.ok) throw new Error(`${text}: ${found.problems[0]!.message}`);
  return found;
}

const row = (chords: readonly { readonly chord: Chord }[]) =>
  chords.map(({ chord }) => formatChord(chord)).join(' ');

const songText = `title: Saltmarsh Lights
key: D
meter: 4/4
road: Verse, Chorus, Verse, Chorus

Verse:
  1 | 4 | 6m . 5 . | 4
  tune: 3 . 2 1 | 6, . 1 . | 3 5 5 . | 4 . . .
  > Down by the | har- bor | light was | low

Chorus:
  1 | 5/7 | 6m | 4
  1 | 1 | 4 . 5 . | 1
`;

/** The lines of bars of a section as it is typed. */
function barsOf(text: string, name: string): string[] {
  const lines = text.split('\n');
  const from = lines.findIndex((line) => line.startsWith(`${name}`) && line.endsWith(':'));
  const to = lines.findIndex((line, at) => at > from && line === '');
  return lines
    .slice(from + 1, to < 0 ? undefined : to)
    .map((line) => line.trim())
    .filter(Boolean);
}

describe('intros', () => {
  test('its own lines first, at least six schemes of two, four and eight bars, each a section that plays first', () => {
    const chart = read(songText);
    const timeline = expand(chart.value);
    for (const bars of [2, 4, 8]) {
      const offered = intros(timeline, { bars });
      expect(offered.length).toBeGreaterThanOrEqual(6);
      for (const intro of offered) {
        const edit = intro.edit(chart);
        if (!edit.ok) throw new Error(edit.why);
        const { value } = read(withEdits(chart.text, edit.changes));
        const [first] = expand(value).parts;
        expect([intro.id, value.sections[first!.section]!.name]).toEqual([intro.id, 'Intro']);
        expect([intro.id, first!.bars.length]).toEqual([intro.id, bars]);
        expect(value.road![0]).toMatchObject({ kind: 'play', name: 'Intro' });
        expect(value.sections.slice(1)).toEqual(chart.value.sections);
      }
    }
    const [last, first] = intros(timeline, { bars: 4 });
    expect([last!.id, row(last!.chords)]).toEqual(['last line', '1 1 4 5 1 4/5']);
    expect([first!.id, row(first!.chords)]).toEqual(['first line', '1 4 6m 5 4']);
    expect(last!.why).toContain('The singer begins on 3 (F#).');
  });

  test('the old close of four bars, as it is played', () => {
    const chart = read('title: T\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n');
    const close = intros(expand(chart.value), { bars: 4 }).find(
      ({ id }) => id === 'home by diminished',
    )!;
    const edit = close.edit(chart);
    if (!edit.ok) throw new Error(edit.why);
    expect(barsOf(withEdits(chart.text, edit.changes), 'Intro')).toEqual([
      '1 | 4 #4dim7 | 1/5 | 57',
    ]);
  });

  test('in a minor key they go to the minor home', () => {
    const chart = read('title: T\nkey: A minor\nmeter: 4/4\n\nVerse:\n  6m | 4 | 5 | 6m\n');
    const offered = intros(expand(chart.value), { bars: 4 });
    expect(offered.length).toBeGreaterThanOrEqual(6);
    expect(offered.map(({ chords }) => row(chords))).toContain('6m 5 4 37');
    for (const { chords } of endings(expand(chart.value)))
      expect(row(chords.slice(-1))).toMatch(/^6m?$/);
  });
});

describe('endings', () => {
  test.each([
    ['flat seven four one', ['b7 | 4 | 1~^']],
    ['coloured close', ['2(13) | 59sus4 | 4/5 5/7 | 1~^']],
    ['walk up and stop', ['1 | 4/6 5/7 | 1! _']],
    ['amen', ['4 | 1~^']],
    ['minor amen', ['4 4m | 1~^']],
    ['tag', ['4 5 | 1 | 4 5 | 1', '4 5 | 1 | 1~^']],
  ])('%s', (id, lines) => {
    const chart = read(songText);
    const offered = endings(expand(chart.value));
    expect(offered.length).toBeGreaterThanOrEqual(6);
    const edit = offered.find((one) => one.id === id)!.edit(chart);
    if (!edit.ok) throw new Error(edit.why);
    const text = withEdits(chart.text, edit.changes);
    expect(barsOf(text, 'Ending')).toEqual(lines);
    const timeline = expand(read(text).value);
    expect(timeline.song.sections[timeline.parts.at(-1)!.section]!.name).toBe('Ending');
  });
});

test('intros, endings and ways back of any song can be read as they are written, and leave the rest as it was', () => {
  let looked = 0;
  const check = (song: Song) => {
    const chart = parseChart(printChart(song));
    if (!chart.ok) return;
    const timeline = expand(chart.value);
    const before = chart.value.sections;
    for (const offered of [...intros(timeline, { bars: 4 }), ...endings(timeline)]) {
      const edit = offered.edit(chart);
      if (!edit.ok) throw new Error(edit.why);
      const { value } = read(withEdits(chart.text, edit.changes));
      const kept = offered.kind === 'intro' ? value.sections.slice(1) : value.sections.slice(0, -1);
      // What leads in at the very beginning is a whole bar behind an intro.
      const leadsIn = before[0]?.phrases[0]?.bars[0];
      const isLed = leadsIn?.kind === 'played' && leadsIn.pickup;
      expect(isLed ? kept.slice(1) : kept).toEqual(isLed ? before.slice(1) : before);
      looked += 1;
    }
    for (const [section] of chart.value.sections.entries())
      for (const move of turnarounds(timeline, section)) {
        const edit = move.edit(chart);
        if (!edit.ok) throw new Error(edit.why);
        expect(expand(read(withEdits(chart.text, edit.changes)).value).ticks).toBe(timeline.ticks);
        looked += 1;
      }
  };
  for (const { text } of demoSongs) check(read(text).value);
  fc.assert(fc.property(songs, check), { numRuns: runs(20) });
  expect(looked).toBeGreaterThan(250);
});

test('the way back leads to the first chord of the section', () => {
  const { value } = read('title: T\nkey: C\nmeter: 4/4\n\nVamp x4:\n  6m | 4 | 1 | 1\n');
  const [first] = turnarounds(expand(value), 0);
  expect(first).toBeDefined();
  const all = turnarounds(expand(value), 0).flatMap((move) =>
    [move, ...move.others].map(({ chords }) => row(chords)),
  );
  expect(all).toEqual(expect.arrayContaining(['5/7', '7m7b5 37', '#5dim7']));
});

describe('lifts', () => {
  const letters = (chord: Chord, home: Song['key']) => toLetters(chord, home);
  const chordOf = (name: string) => {
    const found = parseChord(name);
    if (!found.ok) throw new Error(name);
    return found.value;
  };

  test.each([
    [1, 'by 4/5', 'b5/b6'],
    [2, 'by 4/5', '5/6'],
    [3, 'by 4/5', 'b6/b7'],
    [-1, 'by 4/5', '3/#4'],
  ])('by %i, %s: %s', (by, id, chords) => {
    for (const home of twelveKeys('major')) {
      const ways = planLift(home, transposeKey(home, by), { beats: 2 });
      expect(row(ways.find((way) => way.id === id)!.chords)).toBe(chords);
    }
  });

  test('from every key into every other: each way but the straight one has a five of the new key, or of what it lands on', () => {
    for (const from of twelveKeys('major'))
      for (const to of twelveKeys('major')) {
        const ways = planLift(from, to, { beats: 2 });
        expect(ways.length > 0).toBe(!sameKey(from, to));
        const tonic = Note.chroma(formatKey(to))!;
        for (const { id, chords } of ways) {
          if (id === 'straight') continue;
          const last = letters(chords.at(-1)!.chord, from);
          const [name, bass] = last.split('/');
          const root = TonalChord.get(name!).tonic ?? name!.replace(/^([A-G][#b]*).*$/, '$1');
          const five = (tonic + 7) % 12;
          // 4/5 and 2m7/5 stand on it; the others are it.
          expect([id, Note.chroma(bass ?? root)]).toEqual([id, five]);
          expect(chords.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(960);
        }
      }
  });

  test('a pivot is a triad that tonal lists in both keys', () => {
    let found = 0;
    for (const from of twelveKeys('major'))
      for (const to of twelveKeys('major')) {
        const pivot = planLift(from, to, { beats: 2 }).find(({ id }) => id === 'pivot');
        if (!pivot) continue;
        found += 1;
        const own = (home: Song['key']) =>
          TonalKey.majorKey(formatKey(home)).triads.map((name) =>
            TonalChord.get(name)
              .notes.map((note) => Note.chroma(note))
              .join(),
          );
        const sounds = TonalChord.get(letters(pivot.chords[0]!.chord, from))
          .notes.map((note) => Note.chroma(note))
          .join();
        expect([
          formatKey(from),
          formatKey(to),
          own(from).includes(sounds),
          own(to).includes(sounds),
        ]).toEqual([formatKey(from), formatKey(to), true, true]);
      }
    // Only keys a whole step or a fifth apart share one.
    expect(found).toBe(12 * 4);
  });

  test('what it lands on decides the way: 2m by its own 67, 6m by 7m7b5 37', () => {
    const [c, d] = [twelveKeys('major')[0]!, twelveKeys('major')[2]!];
    const rows = (target: string) =>
      planLift(c, d, { beats: 2, target: chordOf(target) }).map(({ chords }) => row(chords));
    expect(rows('2m')[0]).toBe('77');
    expect(rows('6m')).toEqual(expect.arrayContaining(['5/6', '#1m7b5 #47']));
  });
});

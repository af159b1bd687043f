import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  bassSong,
  bassWalks,
  bassOf,
  chordTones,
  drumRoad,
  expand,
  formatChord,
  formatDegree,
  nameOfPitch,
  pitchClassesOf,
  plainTriad,
  slidesOf,
  standInSong,
  sungPage,
  type Song,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { chords, keys, songs } from './generators.ts';
import { chord, song } from './read.ts';

/** The chords of a section as they are written, bar by bar; what is held is a dot. */
function written({ sections }: Song, name: string): string {
  const section = sections.find((one) => one.name === name)!;
  return section.phrases
    .flatMap(({ bars }) =>
      bars.map((bar) =>
        bar.kind === 'same'
          ? '%'
          : bar.slots
              .map((slot) =>
                slot.kind === 'chord' ? formatChord(slot.chord) : slot.kind === 'held' ? '.' : '_',
              )
              .join(' '),
      ),
    )
    .join(' | ');
}

const tune = song(`title: Over the Ford
key: G
meter: 4/4
tempo: 90
road: Intro, Verse, Verse, up 2, Chorus (softer), Ending

Intro:
  1 | 4

Verse:
  1 | 5/7 | 6m7 | <4maj7!
  tune: _ 3 3 4 | 5 5 6 . | 3 | _
  > Car-ry me | o-ver the | ford
  > Call me in | out of the | cold

Chorus:
  6m 5 | 4 1/3 | 2m9 57sus4 | 1~^
  > Wide is the | water and | deep is the | song
  4 | 1
  > all the day | long

Ending:
  1 | _ | {3/4} 4 | 1^
`);

describe('what a singer reads', () => {
  const page = sungPage(expand(tune));
  test('every time through a section has its own words, in order, with lifts and what is said of it', () => {
    expect(
      page.map(({ section, pass, times, lifted, directions, lines }) => [
        section,
        `${pass} of ${times}`,
        lifted,
        directions.join(),
        lines.map((line) => line.map(({ text }) => text).join('')).join(' / '),
      ]),
    ).toEqual([
      ['Intro', '1 of 1', 0, '', ''],
      ['Verse', '1 of 2', 0, '', 'Carry me over the ford'],
      ['Verse', '2 of 2', 0, '', 'Call me in out of the cold'],
      [
        'Chorus',
        '1 of 1',
        2,
        'softer',
        'Wide is the water and deep is the song / all the day long',
      ],
      ['Ending', '1 of 1', 0, '', ''],
    ]);
  });

  test('one comes in on a beat and a note where a tune says so, else in a bar', () => {
    const [intro, verse, , chorus] = page;
    expect(intro!.entry).toBeNull();
    expect(verse!.entry).toMatchObject({ bar: 1, count: '2' });
    expect(formatDegree(verse!.entry!.first!.degree)).toBe('3');
    expect(nameOfPitch(verse!.entry!.first!.note)).toBe('B4');
    expect(chorus!.entry).toEqual({ bar: 1, count: null, first: null });
  });

  test('a pickup is no bar: one comes in in it, and the bars are counted behind it', () => {
    const led = song(
      'title: A\nkey: D\nmeter: 4/4\n\nVerse:\n  ( . . . 5 ) | 1 | 1\n  tune: _ . . (5, 5,) | 1 | 1\n  > When the | fer- | ry\n',
    );
    const [verse] = sungPage(expand(led));
    expect(verse).toMatchObject({ bars: 2, entry: { bar: 0, count: '4' } });
    expect(drumRoad(expand(led))[0]!.bars.map(({ isPickup }) => isPickup)).toEqual([
      true,
      false,
      false,
    ]);
  });

  test('what lasts three quarters of a bar is held, for so many beats; under a fermata until it is cut off', () => {
    const held = (part: number) =>
      page[part]!.lines.flat().flatMap(({ text, hold }) =>
        hold ? [[text.trim().split(' ').at(-1), hold.beats]] : [],
      );
    expect(held(1)).toEqual([['ford', 4]]);
    expect(held(3)).toEqual([['song', null]]);
  });

  test('hyphens stay where no note asks for the parts of a word', () => {
    const kept = song('title: A\nkey: C\n\nVerse:\n  1 | 4\n  > the well-known | way\n');
    expect(sungPage(expand(kept))[0]!.lines[0]![0]!.text).toBe('the well-known way');
  });

  test('every word of a song is read, in the order in which it is sung', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const timeline = expand(made);
        const letters = (text: string) => text.replace(/[\s-]/g, '');
        const read = sungPage(timeline).map(({ lines }) =>
          letters(
            lines
              .flat()
              .map(({ text }) => text)
              .join(''),
          ),
        );
        const sung = timeline.parts.map(({ bars, pass }) =>
          letters(bars.map(({ words }) => words[Math.min(pass, words.length) - 1] ?? '').join('')),
        );
        expect(read).toEqual(sung);
        const onWall = slidesOf(timeline);
        expect(letters(onWall.flatMap(({ lines }) => lines).join(''))).toBe(sung.join(''));
        for (const { lines } of onWall) expect(lines.length).toBeLessThanOrEqual(4);
      }),
      { numRuns: runs(100) },
    );
  });
});

describe('what a bass player reads', () => {
  test('of each chord its lowest note, what is one note joined', () => {
    const bass = bassSong(tune);
    expect(written(bass, 'Verse')).toBe('1 | 7 | 6 | 4');
    expect(written(bass, 'Chorus')).toBe('6 5 | 4 3 | 2 5 | 1 | 4 | 1');
    const moved = song('title: A\nkey: C\n\nVerse:\n  1sus4 1 | 4/5 <57 | 1 1! | [2-5-1]/3 1/3\n');
    // A push and a stop are struck anew.
    expect(written(bassSong(moved), 'Verse')).toBe('1 . | 5 5 | 1 1 | 3 .');
  });

  test('four notes by step are a walk', () => {
    const down = song(
      'title: A\nkey: C\n\nVerse:\n  1 5/7 | 6m 1/5 | 4 | 1/3 | 5 | 1\n\nB:\n  1 | 4 | 4 5 | #5dim7 6m\n',
    ).sections;
    const said = (place: number) =>
      bassWalks(down[place]!).map(
        ({ direction, degrees, bar }) =>
          `${direction} ${degrees.map((one) => formatDegree(one)).join(' ')} from ${bar}`,
      );
    expect(said(0)).toEqual(['down 1 7 6 5 4 3 from 1']);
    expect(said(1)).toEqual(['up 4 5 #5 6 from 2']);
  });

  test('the bass of any song sounds where its chords do, and is their lowest note', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const [own, bass] = [expand(made), expand(bassSong(made))];
        let sounding: string | null = null;
        for (const [at, { is, start }] of own.slots.entries()) {
          const there = bass.slots[at]!;
          expect(there.start).toBe(start);
          if (there.is.kind === 'chord') sounding = formatDegree(bassOf(there.is.chord));
          if (is.kind === 'chord') expect(sounding).toBe(formatDegree(bassOf(is.chord)));
          else expect(there.is.kind).toBe(is.kind);
        }
      }),
      { numRuns: runs(100) },
    );
  });
});

describe('what somebody reads who stands in', () => {
  // Common practice, no published source.
  test.each([
    ['1add9', '1'],
    ['2m9', '2m'],
    ['57sus4', '5'],
    ['2sus4', '2m'],
    ['1(5)', '1'],
    ['4maj7', '4'],
    ['7m7b5', '7dim'],
    ['#4dim7', '#4dim'],
    ['37#9#5', '3'],
    ['1aug', '1aug'],
    ['1/3', '1'],
    ['4/5', '4/5'],
    ['1/2', '1/2'],
    ['[2-5-1]/3', '2m/3'],
    ['2M/[57]/5', '5'],
  ])('%s comes down to %s', (rich, plain) => {
    expect(formatChord(plainTriad(chord(rich)))).toBe(plain);
  });

  test('any chord comes down to three notes, those of its own triad where it has one, and nothing simpler follows', () => {
    fc.assert(
      fc.property(chords, keys, (rich, home) => {
        const plain = plainTriad(rich);
        expect(plain.figures).toHaveLength(3);
        expect(pitchClassesOf(plain, home).size).toBeLessThanOrEqual(4);
        expect(plainTriad(plain)).toEqual(plain);
        const third = chordTones(rich, home).find(({ role }) => role === 'third');
        if (third) expect(pitchClassesOf(plain, home)).toContain(third.pitchClass);
      }),
      { numRuns: runs(300) },
    );
  });

  test('what became one chord is read as one', () => {
    const rich = song('title: A\nkey: C\n\nVerse:\n  1sus4 1 1sus2 1 | 4/5 57\n');
    expect(written(standInSong(rich), 'Verse')).toBe('1 . . . | 4/5 5');
  });
});

describe('what a drummer reads', () => {
  const road = drumRoad(expand(tune));
  test('bars and times, repeats together, what is played together in the bar that it is struck in', () => {
    expect(road.map(({ section, times, bars }) => `${section} ${bars.length} x${times}`)).toEqual([
      'Intro 2 x1',
      'Verse 4 x2',
      'Chorus 6 x1',
      'Ending 4 x1',
    ]);
    const said = (part: number) =>
      road[part]!.bars.flatMap(({ events }, bar) =>
        events.map(({ kind, count }) => `${bar + 1} ${kind} ${count}`),
      );
    expect(said(0)).toEqual([]);
    // The push of the fourth bar is struck in the third.
    expect(said(1)).toEqual(['3 push 4&', '4 stop 1']);
    expect(said(2)).toEqual(['4 hold 1']);
    expect(said(3)).toEqual(['2 silence 1', '4 hold 1']);
    expect(road[3]!.bars.map(({ meter }) => meter?.beats ?? null)).toEqual([null, null, 3, null]);
  });

  test('a push into a section is struck in the one before; one at the very beginning in none', () => {
    const pushed = song('title: A\nkey: C\nmeter: 6/8\n\nIntro:\n  1 | 4\n\nVerse:\n  <5 | <<r1\n');
    const [intro, verse] = drumRoad(expand(pushed));
    expect(intro!.bars[1]!.events).toEqual([{ kind: 'push', count: '6' }]);
    expect(verse!.bars.map(({ events }) => events)).toEqual([[{ kind: 'push', count: '6&' }], []]);
  });

  test('as many bars as are played, every push and stop of the song among them', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const timeline = expand(made);
        const drummed = drumRoad(timeline);
        const bars = drummed.reduce((sum, part) => sum + part.bars.length * part.times, 0);
        expect(bars).toBe(timeline.parts.reduce((sum, part) => sum + part.bars.length, 0));
        const of = (kind: string) =>
          drummed.reduce(
            (sum, part) =>
              sum +
              part.times *
                part.bars.flatMap(({ events }) => events).filter((event) => event.kind === kind)
                  .length,
            0,
          );
        const stops = timeline.slots.filter(({ is }) => is.kind === 'chord' && is.stop).length;
        expect(of('stop')).toBe(stops);
      }),
      { numRuns: runs(100) },
    );
  });
});

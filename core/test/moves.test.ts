import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as TonalChord, Interval, Note } from 'tonal';
import {
  bassLines,
  chordTones,
  degreeSemitones,
  expand,
  findMoves,
  formatChord,
  parseChart,
  parseChord,
  printChart,
  suggestMoves,
  toLetters,
  twelveKeys,
  withEdits,
  type ChartResult,
  type Chord,
  type Key,
  type Move,
  type Song,
  type Timeline,
} from '../src/index.ts';
import { isDeep } from './deep.ts';
import { playedOnce, songs } from './generators.ts';
import { key } from './read.ts';

function songOf(text: string): Song {
  const read = parseChart(text);
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]!.message}`);
  return read.value;
}

const chartOf = (bars: string, meter = '4/4') =>
  songOf(`title: Test\nkey: C\nmeter: ${meter}\n\nVerse:\n  ${bars}\n`);

/** The same song in another key, its numbers counted as a school does, as it is typed and read again. */
function inKey(song: Song, home: Key, minor: Song['minor']): ChartResult {
  const again = parseChart(printChart({ ...song, key: home, minor }));
  if (!again.ok) throw new Error(again.problems[0]!.message);
  return again;
}

const written = (read: ChartResult) => (read.ok ? read.value : read.song);

const named = ({ chords }: Pick<Move, 'chords'>) =>
  chords.map(({ chord }) => formatChord(chord)).join(' ');

/**
 * The worked examples of the trade, as two players wrote them down before there was a program: what stands, where, and what goes
 * between (common practice, no published source). A bar line apart from the last is the gap.
 */
const examples: readonly (readonly [bars: string, chords: string, meter?: string])[] = [
  ['4 . . | 1/5', '#4dim7', '3/4'],
  ['5 . . | 6m', '#5dim7', '3/4'],
  ['5 . . | 57/7', '6dim7', '3/4'],
  ['1/3 . . | 6m', '77alt 37alt', '3/4'],
  ['1 | 2m', '#1dim7'],
  ['2m | 3m', '#2dim7'],
  ['4 | 5', '#4dim7'],
  ['4 | 1/5', '#4dim7'],
  ['5 | 6m', '#5dim7'],
  ['3m | 2m', 'b3dim7'],
  ['1 | 2m', '67'],
  ['1 | 4', '17'],
  ['2m | 5', '27'],
  ['4 | 5', '2/#4'],
  ['5 | 1/3', '5/4'],
  ['5 | 6m', '3/#5'],
  ['1 | 6m', '37'],
  ['1 | 6m', '7m7b5 37#5#9'],
  ['4 | 6m', '7m7b5 37'],
  ['4 | 1', '2m7 57'],
  ['6m | 1', '2m7 57'],
  ['1 | 1', '67 2m7 57'],
  ['1 | 1 | 1', '3m7 67 2m7 57'],
  ['6m | 4', '6m/5 #4m7b5'],
  ['4/6 | 1', '5/7'],
  ['4 | 2m', '1/3'],
  ['1 | 6m', '5/7'],
  ['1 | 6m', '17/b7'],
  ['6m | 4', '6m(maj7) 6m7 6m6'],
  ['6m | 2m', '6m(maj7) 6m7 6m6'],
  ['1 | 4', '1maj7 17'],
  ['1 | 4', '1aug 1(6) 17'],
  ['1 | 5', '2m/1 1'],
  ['5 | 1', '6m/5 5'],
  ['4 | 1', '4m'],
  ['b6 | 1', 'b7'],
  ['b7 | 1', '4'],
  ['5 | 1', '4/5'],
  ['2m7 | 1', 'b27'],
  ['4 | 5', '5m/4 4'],
  ['#4m7b5 . 4m6 . | 2m7', 'b3dim7'],
];

const schools = [
  { mode: 'major', minor: 'relative' },
  { mode: 'minor', minor: 'relative' },
  { mode: 'minor', minor: 'own tonic' },
] as const;

/** The forms of all ideas. */
const formsOf = (moves: readonly Move[]) => moves.flatMap((move) => [move, ...move.others]);

/** The gap before the last chord of the first section. */
function lastGap(song: Song) {
  const timeline = expand(song);
  return { timeline, after: timeline.slots.length - 2 };
}

describe('the worked examples', () => {
  test('each stands among the first five ideas for its gap, in twelve keys and both minor schools', () => {
    const places: string[] = [];
    let [first, inFive] = [0, 0];
    for (const [example, [bars, chords, meter]] of examples.entries()) {
      const song = chartOf(bars, meter);
      // Every second key, by turns major, minor, and minor counted from its own home; all of them in the deep test.
      const asked = twelveKeys('major').flatMap((_, turn) =>
        schools
          .filter(
            (_, school) =>
              isDeep || ((turn + example) % 2 === 0 && school === turn % schools.length),
          )
          .map(({ mode, minor }) => {
            const { timeline, after } = lastGap(
              written(inKey(song, twelveKeys(mode)[turn]!, minor)),
            );
            return suggestMoves(timeline, { after }).findIndex((move) =>
              formsOf([move]).some((form) => named(form) === chords),
            );
          }),
      );
      // A move is one of degrees: no key and no school may change it.
      expect([bars, new Set(asked).size]).toEqual([bars, 1]);
      const place = asked[0]! + 1;
      if (place === 1) first += 1;
      if (place > 0 && place <= 5) inFive += 1;
      places.push(`  ${place || '-'}  ${bars}  ${chords}`);
    }
    console.log(`${first} of ${examples.length} first, ${inFive} in five\n${places.join('\n')}`);
    expect(inFive).toBe(examples.length);
  });
});

/** Semitones of a chord's notes over C, as tonal has them from our letters; empty where it cannot read them. */
function heardByTonal(letters: string): { root: number; notes: number[] } | null {
  const chord = TonalChord.get(letters.replace(/\/.*$/, ''));
  if (chord.empty || !chord.tonic) return null;
  return { root: Note.chroma(chord.tonic)!, notes: chord.notes.map((note) => Note.chroma(note)!) };
}

describe('the rules, derived again from their definitions with tonal', () => {
  const c = key('C');
  const letters = (name: string) => {
    const read = parseChord(name);
    if (!read.ok) throw new Error(name);
    return toLetters(read.value, c);
  };
  const targets = ['1', '2m', '3m', '4', '5', '6m'];
  /** Every form that goes from one of the plain chords to another. */
  const all = targets.flatMap((before) =>
    targets.flatMap((target) => {
      if (before === target) return [];
      const { timeline, after } = lastGap(chartOf(`${before} | ${before} | ${target}`));
      return formsOf(suggestMoves(timeline, { after })).map((form) => ({ before, target, form }));
    }),
  );
  const of = (...ids: string[]) => all.filter(({ form }) => ids.includes(form.id));
  const above = (from: number, to: number) => (to - from + 12) % 12;

  test('a five stands a fifth above what it leads to, has its leading tone, and each of a row leads to the next', () => {
    const fives = of(
      'own five',
      'own five turned',
      'own five triad turned',
      'own five coloured',
      'own five altered',
      'five of its five',
      'five of its five altered',
      'three fives',
      'four fives',
    );
    expect(fives.length).toBeGreaterThan(100);
    for (const { target, form } of fives) {
      const row = [...named(form).split(' '), target].map((name) => heardByTonal(letters(name)));
      for (const [index, five] of row.slice(0, -1).entries()) {
        if (!five) continue;
        const to = row[index + 1]!;
        expect([named(form), Interval.semitones('5P')]).toEqual([
          named(form),
          above(to.root, five.root),
        ]);
        expect(five.notes).toContain((to.root + 11) % 12);
      }
    }
  });

  test('a diminished seventh is the flat-nine five of what it leads to without its root, or of the bass there, or falls a half step', () => {
    const chords = of(
      'diminished from below',
      'diminished below the fifth',
      'diminished from above',
    );
    expect(chords.length).toBeGreaterThan(10);
    for (const { target, form } of chords) {
      const dim = heardByTonal(letters(named(form)))!;
      const to = heardByTonal(letters(target))!;
      const five = TonalChord.getChord(
        '7b9',
        Note.fromMidi(48 + ((to.root + 7) % 12)).slice(0, -1),
      );
      const rootless = five.notes
        .map((note) => Note.chroma(note)!)
        .filter((note) => note !== (to.root + 7) % 12);
      const isFive = rootless.every((note) => dim.notes.includes(note));
      const falls = above(to.root, dim.root) === 1;
      expect([named(form), target, isFive || falls]).toEqual([named(form), target, true]);
    }
  });

  test('two and five are the second and the fifth of what they lead to; the chord a half step above has its third and seventh', () => {
    for (const { target, form } of of('two five', 'two five minor', 'two five altered')) {
      const to = heardByTonal(letters(target))!;
      const [two, five] = named(form)
        .split(' ')
        .map((name) => heardByTonal(letters(name)));
      expect(above(to.root, two!.root)).toBe(2);
      if (five) expect(above(to.root, five.root)).toBe(7);
    }
    for (const { target, form } of of('tritone')) {
      const to = heardByTonal(letters(target))!;
      const flat = heardByTonal(letters(named(form)))!;
      const five = [above(0, to.root + 11), above(0, to.root + 5)];
      expect(flat.notes).toEqual(expect.arrayContaining(five));
    }
  });

  test('a bass that walks does so by half and whole steps, in one direction, and every chord has its bass or holds on', () => {
    for (const { before, target, form } of all.filter(({ form }) =>
      form.id.startsWith('bass line'),
    )) {
      const basses = [before, ...named(form).split(' '), target].map((name) => {
        const text = letters(name);
        return Note.chroma(
          text.includes('/') ? text.split('/')[1]! : text.replace(/^([A-G][#b]*).*$/, '$1'),
        )!;
      });
      const steps = basses.slice(1).map((bass, index) => above(basses[index]!, bass));
      const up = steps.every((step) => step === 1 || step === 2);
      const down = steps.every((step) => step === 10 || step === 11);
      expect([named(form), up || down]).toEqual([named(form), true]);
    }
  });

  test.each([
    ['6m', '4', undefined, '6m 6m/5 #4m7b5 4'],
    ['1', '2m', 'down', '1 5/7 6m 1/5 4 1/3 2m'],
    ['4/6', '1', undefined, '4/6 5/7 1'],
    ['4', '2m', undefined, '4 1/3 2m'],
    ['1', '6m', undefined, '1 17/b7 6m'],
    ['1', '6m', undefined, '1 5/7 6m'],
    ['1', '4', 'up', '1 2m 1/3 4'],
  ] as const)('a line from %s to %s, %s: %s', (from, to, direction, line) => {
    const [one, other] = [from, to].map((name) => {
      const read = parseChord(name);
      if (!read.ok) throw new Error(name);
      return read.value;
    });
    for (const home of twelveKeys('major')) {
      const rows = bassLines(one!, other!, home, direction ? { direction } : {});
      expect(
        rows.slice(0, 3).map((row) => row.map((chord) => formatChord(chord)).join(' ')),
      ).toContain(line);
    }
  });
});

describe('what is offered', () => {
  /** What undoes edits, made from the text before them. */
  const undone = (
    text: string,
    changes: readonly { from: number; to: number; insert: string }[],
  ) => {
    let moved = 0;
    return changes.map(({ from, to, insert }) => {
      const back = {
        from: from + moved,
        to: from + moved + insert.length,
        insert: text.slice(from, to),
      };
      moved += insert.length - (to - from);
      return back;
    });
  };
  /** What begins when, without what goes on. */
  const struck = (song: Song) =>
    expand(song).slots.flatMap(({ is, start }) =>
      is.kind === 'held'
        ? []
        : [{ start, name: is.kind === 'chord' ? formatChord(is.chord) : is.kind }],
    );

  /** The long and the accented notes of a tune, read from its bars alone. */
  function longNotes(timeline: Timeline) {
    const notes: { from: number; to: number; semitones: number }[] = [];
    let at = 0;
    for (const { slots, tune } of timeline.parts.flatMap(({ bars }) => bars)) {
      let inBar = at;
      for (const event of tune) {
        if (event.kind === 'note' && event.ticks >= 960)
          notes.push({
            from: inBar,
            to: inBar + event.ticks,
            semitones: degreeSemitones(event.degree),
          });
        inBar += event.ticks;
      }
      at += slots.reduce((sum, { is }) => sum + is.ticks, 0);
    }
    return notes;
  }

  /** Semitones over home of a chord's tones, and whether it is a dominant. */
  function tonesOf(chord: Chord) {
    const tones = chordTones(chord, key('C'));
    const roles = tones.map(({ role }) => role);
    const [root] = tones.filter(({ role }) => role === 'root');
    const above = tones.map(({ pitchClass }) => (pitchClass - (root?.pitchClass ?? 0) + 12) % 12);
    return {
      root: root?.pitchClass ?? 0,
      classes: tones.filter((_, at) => roles[at] !== 'bass').map(({ pitchClass }) => pitchClass),
      dominant: above.includes(4) && above.includes(10),
    };
  }

  test('only the gap is another one; it takes no more than is free, rubs against nobody, and is undone', () => {
    let looked = 0;
    fc.assert(
      fc.property(songs, fc.nat(), (made, where) => {
        const read = parseChart(printChart(playedOnce(made)));
        if (!read.ok) return;
        const timeline = expand(read.value);
        const { slots } = timeline;
        if (slots.length === 0) return;
        const after = where % slots.length;
        const begins = slots.findLastIndex(({ is }, at) => at <= after && is.kind !== 'held');
        const ends = slots.findIndex(({ is }, at) => at > after && is.kind !== 'held');
        const sung = longNotes(timeline);
        for (const form of formsOf(suggestMoves(timeline, { after }))) {
          // What leaves the chords as they are is looked at in lineMoves.test.ts.
          if (form.chords.length === 0) continue;
          const edit = form.edit(read);
          if (!edit.ok) throw new Error(edit.why);
          const text = withEdits(read.text, edit.changes);
          const again = songOf(text);
          const [from, to] = [slots[begins]!.start, slots[ends]!.start];
          const outside = (song: Song) =>
            struck(song).filter(({ start }) => start < from || start >= to);
          expect(outside(again)).toEqual(outside(read.value));
          const added = form.chords.map(({ chord }) => formatChord(chord));
          const inside = struck(again).filter(({ start }) => start >= from && start < to);
          expect(inside.map(({ name }) => name).slice(-added.length)).toEqual(added);
          // What stood there is still heard, or was before.
          const [first] = struck(read.value).filter(({ start }) => start === from);
          const before = struck(read.value).findLast(({ start }) => start < from);
          if (inside.length === added.length) expect(before?.name).toBe(first!.name);
          else expect(inside[0]).toEqual(first);
          let at = to;
          for (const { chord, ticks } of [...form.chords].reverse()) {
            at -= ticks;
            const { classes, root, dominant } = tonesOf(chord);
            for (const note of sung.filter((one) => one.from < at + ticks && one.to > at)) {
              const rubs = classes.includes((note.semitones + 11) % 12);
              const isFlatNine = dominant && (note.semitones - root + 12) % 12 === 1;
              expect([text, named(form), rubs && !isFlatNine]).toEqual([text, named(form), false]);
            }
          }
          expect(withEdits(text, undone(read.text, edit.changes))).toBe(read.text);
          looked += 1;
        }
      }),
      { numRuns: isDeep ? 10_000 : 300 },
    );
    console.log(`${looked} moves taken in generated songs`);
    expect(looked).toBeGreaterThan(100);
  });

  test.each([
    ['1! _ | 4', 0, 'stopped short'],
    ['1~2 | . | 4', 0, 'held until'],
    ['1 | _', 0, 'silent'],
    ['1 | 4', 1, 'last chord'],
    ['_ | 4', 0, 'no chord here'],
    ['5sus4 . 5 . | 1', 0, 'steps back'],
  ])('%s: says why nothing goes there', (bars, after, why) => {
    const { moves, why: said } = findMoves(expand(chartOf(bars)), { after });
    expect(moves).toEqual([]);
    expect(said).toContain(why);
  });

  test('each idea that does not fit says why', () => {
    const { timeline, after } = lastGap(chartOf('1 4 | 5'));
    const { refused } = findMoves(timeline, { after: after - 0 });
    expect(refused.length).toBeGreaterThan(0);
    for (const { why } of refused) expect(why).toMatch(/\.$/);
    expect(refused.map(({ why }) => why).join(' ')).toMatch(/takes [\d ]+.*beats?; .* free\./);
  });

  test('a long sung note that an idea does not bear refuses it', () => {
    const song = songOf(
      'title: T\nkey: C\nmeter: 4/4\n\nVerse:\n  4 | 1/5\n  tune: 4 . . . | 5 . . .\n',
    );
    const { moves, refused } = findMoves(expand(song), { after: 0 });
    const names = refused
      .filter(({ why }) => why.includes('sung'))
      .map(({ idea }) => idea.chords.map((one) => formatChord(one)).join(' '));
    expect(names.length).toBeGreaterThan(0);
    expect(formsOf(moves).map(named)).not.toEqual(expect.arrayContaining(names));
    const free = findMoves(expand(song), { after: 0 }, { melody: null });
    expect(formsOf(free.moves).length).toBeGreaterThan(formsOf(moves).length);
  });

  test('a grade and a number of chords leave out what is beyond them', () => {
    const { timeline, after } = lastGap(chartOf('1 | 1 | 6m'));
    const plain = formsOf(suggestMoves(timeline, { after }, { grade: 'plain' }));
    expect(plain.length).toBeGreaterThan(0);
    expect(new Set(plain.map(({ grade }) => grade))).toEqual(new Set(['plain']));
    const short = formsOf(suggestMoves(timeline, { after }, { depth: 1 }));
    expect(Math.max(...short.map(({ chords }) => chords.length))).toBe(1);
  });

  test.each([
    ['a repeated bar itself', '1 | % | % | 4', 1, '5/7', '1 | 1 5/7 | 1 | 4'],
    ['a bar that others repeat', '1 | 4 | % | %', 1, '1/3', '1 | 4 1/3 | 4 | %'],
    ['the last of a line', '1 | 4\n  % | 5', 1, '1/3', '1 | 4 1/3\n  4 | 5'],
    [
      'the last before an ending',
      '1 | 4\n  1st ending: % | 5',
      1,
      '1/3',
      '1 | 4 1/3\n  1st ending: 4 | 5',
    ],
  ])('%s is changed: what repeated it stays what it was', (_, bars, after, chords, becomes) => {
    const read = inKey(chartOf(bars), key('C'), 'relative');
    const form = formsOf(suggestMoves(expand(written(read)), { after })).find(
      (one) => named(one) === chords,
    )!;
    const edit = form.edit(read);
    if (!edit.ok) throw new Error(edit.why);
    expect(withEdits(read.text, edit.changes)).toContain(`Verse:\n  ${becomes}\n`);
  });

  test('a bar that repeats the one changed for a time is written for that time too', () => {
    const read = inKey(
      songOf('title: T\nkey: C\nmeter: 4/4\n\nVerse x2:\n  1 | 4 | % | 5\n'),
      key('C'),
      'relative',
    );
    const form = formsOf(suggestMoves(expand(written(read)), { after: 5 })).find(
      (one) => named(one) === '1/3',
    )!;
    const edit = form.editOnce!(read);
    if (!edit.ok) throw new Error(edit.why);
    expect(withEdits(read.text, edit.changes)).toContain('2nd time bar 2: 4 1/3 | 4\n');
  });

  test('for the second time only it stands as the bars of that time; the first is as before', () => {
    const read = inKey(
      songOf(
        'title: T\nkey: C\nmeter: 4/4\n\nVerse x2:\n  1 | 4 | 6m | 5\n  > all | of the | words | here\n',
      ),
      key('C'),
      'relative',
    );
    const timeline = expand(written(read));
    // The 4 of the second time.
    const [move] = suggestMoves(timeline, { after: 5 }, { grade: 'rich', depth: 1 });
    const edit = move!.editOnce!(read);
    if (!edit.ok) throw new Error(edit.why);
    const text = withEdits(read.text, edit.changes);
    const bar = `4 ${named(move!)}`;
    expect(text).toContain(`2nd time bar 2: ${bar}`);
    const names = expand(songOf(text)).slots.map(({ is }) =>
      is.kind === 'chord' ? formatChord(is.chord) : is.kind,
    );
    expect(names.join(' ')).toBe(`1 4 6m 5 1 ${bar} 6m 5`);
    const again = inKey(songOf(text), key('C'), 'relative');
    const [more] = suggestMoves(expand(written(again)), { after: 5 }, { depth: 1 });
    const twice = more!.editOnce!(again);
    expect(twice.ok).toBe(true);
    expect(suggestMoves(expand(chartOf('1 | 4')), { after: 0 })[0]!.editOnce).toBeNull();
  });

  test('what else follows at other times is said', () => {
    const song = songOf(
      'title: T\nkey: C\nmeter: 4/4\nroad: Verse, Chorus, Verse, Bridge\n\nVerse:\n  1 | 5\n\nChorus:\n  1 | 4\n\nBridge:\n  6m | 4\n',
    );
    const { elsewhere } = findMoves(expand(song), { after: 1 });
    expect(elsewhere.map((chord) => formatChord(chord))).toEqual(['6m']);
  });
});

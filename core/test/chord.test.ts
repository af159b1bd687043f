import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from './deep.ts';
import { Chord as TonalChord, ChordType, Note as TonalNote } from 'tonal';
import {
  allKeys,
  chordTones,
  formatChord,
  formatKey,
  formatNote,
  fromLetters,
  noteOfDegree,
  parseChord,
} from '../src/index.ts';
import { chords, keys } from './generators.ts';
import { chord, key } from './read.ts';

describe('one chord, where it could be read two ways', () => {
  test.each([
    ['513', '5(13)'],
    ['15', '1(5)'],
    ['16', '1(6)'],
    ['57', '57'],
    ['6m7', '6m7'],
    ['4maj7', '4maj7'],
    ['19', '19'],
    ['1(9)', '19'],
    ['42', '4add2'],
    ['5b9', '57b9'],
    ['4#11', '4add#11'],
    ['b713', 'b7(13)'],
    ['2M7', '2maj7'],
    ['57-9', '57b9'],
    ['57+5', '57#5'],
    ['6m7-5', '6m7b5'],
    ['6-7', '6m7'],
    ['5-9', '5m9'],
    ['2madd9', '2madd9'],
    ['1(6/9)', '1(6/9)'],
    ['16/9', '1(6/9)'],
    ['6/5', '6/5'],
    ['3/4', '3/4'],
    ['1+', '1aug'],
    ['1+7', '17#5'],
    ['7ø', '7m7b5'],
    ['#4o7', '#4dim7'],
    ['5sus', '5sus4'],
    ['5(13sus4)', '5(13sus)'],
    ['1b5', '1(b5)'],
    ['6m(maj7)', '6m(maj7)'],
    ['57omit3', '57omit3'],
    ['1omit3', '1(5)'],
    ['7sus4', '7sus4'],
    ['♭7(13♯11)/3', 'b7(13#11)/3'],
  ])('%s prints %s', (typed, printed) => {
    expect(formatChord(chord(typed))).toBe(printed);
  });

  test.each([
    ['7b', ['b7']],
    ['4#', ['#4']],
    ['4#/5', ['#4/5']],
    ['2maug', ['2m#5', '2aug']],
    ['6/9', ['1(6/9)']],
    ['8', ['1']],
    ['5913', ['59add13']],
    ['1/3m', ['1/3']],
  ])('%s is a problem; repairs %j', (typed, repairs) => {
    const read = parseChord(typed);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    const { place, repairs: offered } = read.problems[0]!;
    const repaired = offered.map(
      ({ text }) =>
        typed.slice(0, place.column - 1) + text + typed.slice(place.column - 1 + place.length),
    );
    expect(repaired).toEqual(repairs);
    for (const text of repaired) expect(parseChord(text).ok).toBe(true);
  });

  test.each([
    ['19', '1add9'],
    ['4#11', '4maj7#11'],
    ['2m7sus4', '27sus4'],
  ])('%s is accepted, with %s as the clearer spelling', (typed, clearer) => {
    const read = parseChord(typed);
    expect(read.ok && read.hints.flatMap(({ repairs }) => repairs.map(({ text }) => text))).toEqual(
      [clearer],
    );
  });
});

describe('in key', () => {
  const inKey = { reading: 'in key' } as const;

  test.each([
    ['2', '2m'],
    ['27', '2m7'],
    ['77', '7m7b5'],
    ['7', '7dim'],
    ['17', '17'],
    ['3', '3m'],
    ['4maj7', '4maj7'],
    ['2M', '2'],
    ['2M7', '2maj7'],
    ['2M(7)', '27'],
    ['37#9#5', '37#5#9'],
    ['37alt', '37alt'],
    ['3aug', '3aug'],
    ['3(13)', '3m13'],
    ['37b9', '37b9'],
    ['3b13', '37b13'],
    ['2#11', '2add#11'],
    ['2(13#11)', '2(13#11)'],
    ['3m7b9', '3m7b9'],
    ['77b9', '77b9'],
    ['7sus4b9', '77sus4(b9)'],
    ['2/#4', '2m/#4'],
    ['#4', '#4'],
    ['b7', 'b7'],
    ['7sus4', '7sus4(b5)'],
  ])('%s is %s', (typed, written) => {
    expect(formatChord(chord(typed, inKey))).toBe(written);
  });

  test.each([
    ['2/#4', ['2M/#4']],
    ['#4', ['#4dim7', '#4m7b5']],
    ['2', []],
  ])('%s hints at %j', (typed, hints) => {
    const read = parseChord(typed, inKey);
    expect(read.ok && read.hints.flatMap(({ repairs }) => repairs.map(({ text }) => text))).toEqual(
      hints,
    );
  });

  test('counted from a minor home note, a bare 3, 6 or 7 is in doubt', () => {
    const own = { reading: 'in key', minor: 'own tonic' } as const;
    const repairs = ['3', '6', '7'].map((typed) => {
      const read = parseChord(typed, own);
      return !read.ok && read.problems[0]!.repairs.map(({ text }) => text);
    });
    expect(repairs).toEqual([['b3'], ['b6'], ['b7', '7dim7']]);
    expect(formatChord(chord('5', own), { minor: 'own tonic' })).toBe('5m');
    expect(formatChord(chord('57', own), { minor: 'own tonic' })).toBe('5m7');
    const hinted = parseChord('57', own);
    expect(hinted.ok && hinted.hints[0]!.repairs[0]!.text).toBe('5M(7)');
  });

  // Derived from the scale: each in-key number has only notes of the key (common practice, no published source).
  test.each(['1', '2', '3', '4', '5', '6', '7', '27', '57', '37', '67', '77', '1maj7', '4maj7'])(
    '%s stays in every major key',
    (typed) => {
      for (const major of allKeys.filter(({ mode }) => mode === 'major')) {
        expect(chordTones(chord(typed, inKey), major).every((tone) => tone.inKey)).toBe(true);
      }
    },
  );
});

describe('suspensions in a major key (domain table, common practice, no published source)', () => {
  test.each([
    ['sus2', '', [1, 2, 4, 5, 6]],
    ['sus4', '', [1, 2, 3, 5, 6]],
  ])('%s stays on %s%j', (sus, _none, stays) => {
    const found = [1, 2, 3, 4, 5, 6, 7].filter((degree) =>
      chordTones(chord(`${degree}${sus}`), key('C')).every((tone) => tone.inKey),
    );
    expect(found).toEqual(stays);
  });
});

test('print and parse give the same chord, in both readings and both minor schools', () => {
  fc.assert(
    fc.property(
      chords,
      fc.constantFrom('as written' as const, 'in key' as const),
      fc.constantFrom('relative' as const, 'own tonic' as const),
      fc.constantFrom('typed' as const, 'printed' as const),
      (made, reading, minor, signs) => {
        const text = formatChord(made, { reading, minor, signs });
        expect({ text, read: chord(text, { reading, minor }) }).toEqual({ text, read: made });
      },
    ),
    { numRuns: runs(1500) },
  );
});

describe('spelled tones against tonal', () => {
  /** Chord names that both know and mean differently. */
  const meantDifferently = new Map(
    Object.entries({
      '7b13': 'we keep the perfect fifth',
      '9b13': 'we keep the perfect fifth',
      'maj#4': 'tonal hears a major seventh in it',
      M6b5: 'tonal writes the lowered fifth as #11 beside a perfect fifth',
      '6b5': 'the same',
      '7b5b13': 'the same',
      '7b5#9': 'the same',
      '7#9b5': 'the same',
      '9b5b13': 'the same',
      '7b5b9': 'the same',
      '7b9b5': 'the same',
      '7b5b9b13': 'the same',
      'm7#5': 'tonal writes the raised fifth as a minor sixth',
      'm9#5': 'the same',
      '4': 'to us an added fourth, to tonal a stack of fourths',
      '7alt': 'we take all four altered tones',
      '11': 'we keep the third (to be left out in playing)',
      '11b9': 'the same',
      M7add13: 'tonal adds the ninth too',
      b9sus: 'after a letter the flat binds to the letter',
    }),
  );
  const shared = ChordType.all().flatMap((type) =>
    type.aliases
      .filter((alias) => fromLetters(`C${alias}`, key('C')).ok && !meantDifferently.has(alias))
      .map((alias) => ({ alias, name: type.aliases[0]! })),
  );

  test('in all keys, every shared chord name has the same spelled tones', () => {
    let compared = 0;
    for (const inKey of allKeys) {
      const root = formatNote(inKey.tonic);
      for (const { alias, name } of shared) {
        const read = fromLetters(root + alias, inKey, { spelling: 'strict' });
        const ours = read.ok ? chordTones(read.value, inKey).map((tone) => tone.name) : [];
        const theirs = TonalChord.getChord(name, root).notes;
        expect([formatKey(inKey), alias, ...ours.sort()]).toEqual([
          formatKey(inKey),
          alias,
          ...[...theirs].sort(),
        ]);
        compared += 1;
      }
    }
    console.log(
      `${compared} chords compared with tonal: ${shared.length} names in ${allKeys.length} keys`,
    );
    expect(shared.length).toBeGreaterThan(100);
  });

  test('intervals: every chord tone lies as far from the root as tonal says', () => {
    fc.assert(
      fc.property(chords, keys, (made, inKey) => {
        const root = noteOfDegree(made.root, inKey);
        for (const tone of chordTones({ ...made, bass: null }, inKey)) {
          if (Math.abs(tone.alter) > 3 || Math.abs(root.alter) > 3) continue;
          const interval = TonalNote.distance(formatNote(root), tone.name);
          const figure = made.figures.find(
            ({ figure }) => ((figure - 1) % 7) + 1 === Number(/\d/.exec(interval)![0]),
          );
          expect([tone.name, interval, Boolean(figure)]).toEqual([tone.name, interval, true]);
        }
      }),
    );
  });
});

test('roles say what each tone is, and a foreign bass comes first', () => {
  const tones = chordTones(chord('5(13b9)/1'), key('Eb'));
  expect(tones.map(({ name, role, inKey }) => [name, role, inKey])).toEqual([
    ['Eb', 'bass', true],
    ['Bb', 'root', true],
    ['D', 'third', true],
    ['F', 'fifth', true],
    ['Ab', 'seventh', true],
    ['Cb', 'b9', false],
    ['G', 'thirteenth', true],
  ]);
});

test('any text gives a chord or a problem inside it, never an exception', () => {
  const noise = fc.oneof(
    fc.string({ maxLength: 200 }),
    fc
      .array(
        fc.constantFrom(
          '1',
          '7',
          'b',
          '#',
          'm',
          'maj',
          'sus',
          '(',
          ')',
          '/',
          '9',
          '-',
          '+',
          'add',
          '🙂',
          'ا',
        ),
        { maxLength: 20 },
      )
      .map((parts) => parts.join('')),
  );
  fc.assert(
    fc.property(
      noise,
      keys,
      fc.constantFrom('as written' as const, 'in key' as const),
      (text, inKey, reading) => {
        for (const read of [parseChord(text, { reading }), fromLetters(text, inKey)]) {
          if (read.ok) continue;
          const { place, message } = read.problems[0]!;
          expect(message).not.toBe('');
          expect(place.column).toBeGreaterThanOrEqual(1);
          expect(place.column - 1 + place.length).toBeLessThanOrEqual(Math.max(text.length, 1));
        }
      },
    ),
    { numRuns: runs(1500) },
  );
});

test('100,000 random strings of up to 200 characters each give a chord or a problem', () => {
  const pieces = [
    '1',
    '5',
    '7',
    '13',
    'b',
    '#',
    'm',
    'maj7',
    'sus',
    '(',
    ')',
    '/',
    '[',
    ']',
    '-',
    '+',
    'add9',
    'ø',
    '△',
    ' ',
    'é',
    '🙂',
  ];
  let seed = 7;
  const random = () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 2 ** 32;
  };
  let accepted = 0;
  let slowest = 0;
  for (let round = 0; round < 100_000; round += 1) {
    const count = Math.floor(random() * (round % 50 === 0 ? 60 : 6));
    const text = Array.from({ length: count }, () => pieces[Math.floor(random() * pieces.length)])
      .join('')
      .slice(0, 200);
    const start = performance.now();
    const read = round % 2 ? parseChord(text) : fromLetters(`C${text}`, key('Eb'));
    slowest = Math.max(slowest, performance.now() - start);
    if (read.ok) accepted += 1;
    else if (read.problems[0]!.message === '') throw new Error(`no message for ${text}`);
  }
  console.log(
    `100,000 random strings: ${accepted} are chords; the slowest took ${slowest.toFixed(1)} ms`,
  );
  expect(accepted).toBeGreaterThan(1000);
});

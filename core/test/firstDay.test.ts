import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart, repairAll, repairAllEdit } from '../src/index.ts';
import { demoSongs } from './corpus.ts';
import { runs } from './deep.ts';

const head = 'title: T\nkey: C\nmeter: 4/4\n\n';

/** A chart after its first problem's first repair was taken again and again; with `other`, the second repair at the first step. */
function repaired(chart: string, other = false): { readonly text: string; readonly left: string } {
  const first = parseChart(chart);
  const [problem] = first.ok ? [] : first.problems;
  const chosen = other && problem?.repairs[1];
  const { from, to } = first.lines.rangeOf(problem?.place ?? { line: 1, column: 1, length: 0 });
  const start = chosen ? chart.slice(0, from) + chosen.text + chart.slice(to) : chart;
  const { text, left } = repairAll(parseChart(start));
  return { text, left: left.map(({ message }) => message).join(' ') };
}

/** The lines under the head, without the space around them. */
const under = (text: string) =>
  text
    .slice(text.indexOf('\n\n') + 2)
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

describe('what players type on their first day is read, or said in the chart’s way by one repair a line', () => {
  test.each<[typed: string, becomes: string]>([
    // Sections.
    ['[Verse 1]; 1 | 4', 'Verse 1:; 1 | 4'],
    ['[Chorus x2]; 1', 'Chorus x2:; 1'],
    ['[Chorus] (x3); 1', 'Chorus x3:; 1'],
    ['Verse 1; 1 | 4', 'Verse 1:; 1 | 4'],
    ['CHORUS (2x); 1', 'Chorus x2:; 1'],
    ['Last Chorus; 1', 'Last Chorus:; 1'],
    ['V1; 1; CH; 4', 'Verse 1:; 1; Chorus:; 4'],
    ['PC 2; 1', 'Pre-chorus 2:; 1'],
    ['Verse: 1 | 4', 'Verse:; 1 | 4'],
    // Bars without bar lines.
    ['A:; 1 - 5/7 - 6m - 4', 'A:; 1 | 5/7 | 6m | 4'],
    ['A:; 1, 5/7, 6m, 4', 'A:; 1 | 5/7 | 6m | 4'],
    ['A:; 1 → 4', 'A:; 1 | 4'],
    ['A:; 1 -> 5 -> 6m', 'A:; 1 | 5 | 6m'],
    ['A:; 1-5-6m-4sus2', 'A:; 1 | 5 | 6m | 4sus2'],
    ['A:; 1-5-6-4', 'A:; 1 | 5 | 6 | 4'],
    ['A:; 1... 4...', 'A:; 1 . . . | 4 . . .'],
    ['A:; 1---4---', 'A:; 1 . . . | 4 . . .'],
    // Other names of chords.
    ['A:; vi IV I V', 'A:; 6m | 4 | 1 | 5'],
    ['A:; ii7 | V7 | Imaj7', 'A:; 2m7 | 57 | 1maj7'],
    ['A:; viio7 | bVII | iiø7', 'A:; 7dim7 | b7 | 2m7b5'],
    ['A:; V/V | V', 'A:; 2 | 5'],
    ['A:; vii°/V | V/vi', 'A:; #4dim | 3'],
    ['A:; C F G C', 'A:; 1 | 4 | 5 | 1'],
    ['A:; Am7 | D/F# | Gsus4 G', 'A:; 6m7 | 2/#4 | 5sus4 5'],
    ['A:; 1^7 | 2MA7 | 5dom7', 'A:; 1maj7 | 2maj7 | 57'],
    ['A:; 1 | N.C. | NC', 'A:; 1 | _ | _'],
    // Again, and otherwise.
    ['A:; | 1 | 4 | (x2)', 'A:; 1 | 4 | 1 | 4'],
    ['A:; ||: 1 | 4 :||', 'A:; 1 | 4 | 1 | 4'],
    ['A:; |: C | F :| x3', 'A:; 1 | 4 | 1 | 4 | 1 | 4'],
    ['A:; 1 | 4; 1. 4 | 5; 2. 4 | 1', 'A:; 1 | 4; 1st ending: 4 | 5; 2nd ending: 4 | 1'],
    // Words, and what is done.
    ['A:; 1 | 4; walking by the harbour wall', 'A:; 1 | 4; > walking by the harbour wall'],
    ['A:; 1 | 4; D.S. al Coda', 'A:; 1 | 4; * D.S. al Coda'],
    ['A:; 1 | 4; rit.', 'A:; 1 | 4; * rit.'],
    ['A:; 1 | 4; repeat chorus', 'A:; 1 | 4; * repeat chorus'],
    ['A:; keys only, very soft; 1 | 4', 'A:; * keys only, very soft; 1 | 4'],
    // An ending after which the shared bars go on is meant for another time.
    ['A:; 1; 1st ending: 4; 5', 'A:; 1; 1st ending: 4; 2nd ending: 5'],
  ])('%s', (typed, becomes) => {
    const { text, left } = repaired(head + typed.replaceAll('; ', '\n'));
    expect(left).toBe('');
    expect(under(text)).toEqual(becomes.split('; '));
  });

  // Of our own invention: how players and programs write a chart elsewhere; what each is was decided before it was read.
  const invented: readonly (readonly [typed: string, becomes: string])[] = [
    ['VERSE; 1 4 5 1; 6- 4 1 5', 'Verse:; 1 4 5 1; 6- 4 1 5'],
    ['|1|4|5|1|', 'Verse:; |1|4|5|1|'],
    ['Verse 1 & 2; 1 | 4 | 5 | 1 ||', 'Verse 1 & 2:; 1 | 4 | 5 | 1'],
    ['# Verse; 1 4 | 5 1; ## Chorus; 4 | 5', 'Verse:; 1 4 | 5 1; Chorus:; 4 | 5'],
    ['=== Bridge ===; 6m | 5', 'Bridge:; 6m | 5'],
    ['-- Tag --; 4 | 5', 'Tag:; 4 | 5'],
    ['(Intro); 1 | 4', 'Intro:; 1 | 4'],
    ['Intro x 2; 1 | 4', 'Intro x2:; 1 | 4'],
    ['Tag 3x; 4 | 5', 'Tag x3:; 4 | 5'],
    ['1. Verse; 1 | 4; 2. Chorus; 4 | 5', 'Verse:; 1 | 4; Chorus:; 4 | 5'],
    ['Ending — slow; 4 | 1', 'Ending:; * slow; 4 | 1'],
    ['Bridge (build up); 6m | 5', 'Bridge:; * build up; 6m | 5'],
    ['Verse [4 bars]; 1 | 4 | 5 | 1', 'Verse:; * 4 bars; 1 | 4 | 5 | 1'],
    ['A:; 1 - - - 4 - - -', 'A:; 1 . . . | 4 . . .'],
    ['A:; 6 m | 4 maj7 | 1 | 5 sus4', 'A:; 6m | 4maj7 | 1 | 5sus4'],
    ['A:; 6 min | 4 major | 5 dom7', 'A:; 6m | 4 | 57'],
    ['A:; 1 over 3 | 4 | 5 over 7', 'A:; 1/3 | 4 | 5/7'],
    ['A:; 1 on 3 | 4', 'A:; 1/3 | 4'],
    ['A:; - 1 | 4; - 5 | 1', 'A:; 1 | 4; 5 | 1'],
    ['A:; • 1 | 4; • 5 | 1', 'A:; 1 | 4; 5 | 1'],
    ['A:; // softer here; 1 | 4', 'A:; * // softer here; 1 | 4'],
    ['A:; (softly); 1 | 4', 'A:; * (softly); 1 | 4'],
    ['A:; 1 | 4 (hold) | 5', 'A:; 1 | 4^ | 5'],
    ['A:; (1 | 4) x2; 5 | 1', 'A:; 1 | 4 | 1 | 4; 5 | 1'],
    ['A:; 1 | 4 | repeat 2x', 'A:; 1 | 4 | 1 | 4'],
    ['A:; 1 4 2x', 'A:; 1 | 4 | 1 | 4'],
    ['A:; 1 x4; 4 x2', 'A:; 1 | 1 | 1 | 1; 4 | 4'],
    ['A:; I / IV / | V / I /', 'A:; 1 . 4 . | 5 . 1 .'],
    ['A:; 1⁏4⁏5⁏1', 'A:; 1 | 4 | 5 | 1'],
    ['A:; 1 => 4 => 5', 'A:; 1 | 4 | 5'],
    ['A:; 1 > 4 > 5', 'A:; 1 | 4 | 5'],
    ['A:; 1 | 4 | - | 1', 'A:; 1 | 4 | . | 1'],
    ['A:; 1 | 4 | stop | 1', 'A:; * stop; 1 | 4 | _ | 1'],
    ['A:; 1 | 4 | rest | 1', 'A:; * rest; 1 | 4 | _ | 1'],
    ['A:; walking down; 1 4; low the lamps; 5 1', 'A:; * walking down; 1 4; > low the lamps; 5 1'],
    ['A:; C  G/B  Am7  F', 'A:; 1 | 5/7 | 6m7 | 4'],
    ['A:; 1maj | 2min7 | 5dom7', 'A:; 1maj | 2min7 | 57'],
    ['A:; 1Δ | 2-7 | 5+ | 7o', 'A:; 1Δ | 2-7 | 5+ | 7o'],
    ['V1:; 1 | 4; B:; 6m | 5', 'V1:; 1 | 4; B:; 6m | 5'],
  ];

  test(`${invented.length} charts of our own invention are read or repaired, none without an offer`, () => {
    const wrong = invented.flatMap(([typed, becomes]) => {
      const chart = head + typed.replaceAll('; ', '\n').replaceAll('⁏', ';');
      const read = parseChart(chart);
      const problems = read.ok ? [] : read.problems;
      const { text, left } = repaired(chart);
      const isRight = left === '' && under(text).join('; ') === becomes;
      const isOffered = problems.every(({ repairs }) => repairs.length > 0);
      return isRight && isOffered ? [] : [[typed, under(text).join('; '), left]];
    });
    console.log(
      `first-day charts of our own: ${invented.length - wrong.length} of ${invented.length} as meant`,
    );
    expect(wrong).toEqual([]);
  });

  test.each([
    ['i iv V i', '6m | 2m | 3 | 6m'],
    ['i VI III VII', '6m | 4 | 1 | 5'],
    ['vii°7 | i', '#5dim7 | 6m'],
    ['V/iv | iv', '6 | 2m'],
    ['V7/VI | VI', '17 | 4'],
    ['Am Dm E7 Am', '6m | 2m | 37 | 6m'],
  ])('in a minor key numerals are counted from its home: %s', (typed, becomes) => {
    const minor = head.replace('key: C', 'key: A minor');
    expect(under(repaired(`${minor}A:\n  ${typed}`).text)).toEqual(['A:', becomes]);
  });

  test('what stands under a name of another hand is not put into the section above', () => {
    const { song } = parseChart(`${head}Verse:\n  1 | 4\n\nCHORUS (2x)\n  5 | 1\n`);
    expect(song.sections.map(({ phrases }) => phrases.length)).toEqual([1, 1]);
  });

  test('a dominant of the dominant may be a 5 over its own 5th: the second offer', () => {
    expect(under(repaired(`${head}A:\n  V/V | V`, true).text)).toEqual(['A:', '5/5 | 5']);
  });

  test.each<[typed: string, field: string]>([
    ['time: 3/4', 'meter: 3/4'],
    ['Key of Bb', 'key: Bb'],
    ['key of f# minor', 'key: F# minor'],
    ['Tempo 68', 'tempo: 68'],
    ['72 bpm', 'tempo: 72'],
    ['♩ = 72', 'tempo: 72'],
    ['by Wenna Carrow', 'by: Wenna Carrow'],
  ])('above the first section %s is read as %s', (typed, field) => {
    const of = (line: string) => parseChart(`title: T\n${line}\n\nA:\n  1\n`);
    expect(of(typed)).toMatchObject({ ok: true, song: of(field).song });
  });

  test('a title that stands alone gets its name', () => {
    expect(repaired('Harbour Wall\nKey of G\n\nVerse 1\n 1 | 4\n').text).toBe(
      'title: Harbour Wall\nKey of G\n\nVerse 1:\n 1 | 4\n',
    );
  });

  test.each<[bars: string, hint: string | null]>([
    ['1 / / / 4 / / /', '1 . . . | 4 . . .'],
    ['1 4 5 1', '1 | 4 | 5 | 1'],
    ['54', '5sus4'],
    ['1 4', null],
    ['1 . 4 .', null],
    ['1 4 5 1 | 4', null],
  ])('%s reads as it stands; what else it may be is offered', (bars, hint) => {
    const read = parseChart(`${head}A:\n  ${bars}\n`);
    expect(read.ok).toBe(true);
    expect(read.hints[0]?.repairs[0]?.text ?? null).toBe(hint);
  });

  test('four chords in a bar are asked about once, and no more when there is a bar line', () => {
    const hints = (bars: string) => parseChart(`${head}A:\n  ${bars}\n`).hints.length;
    expect([hints('1 4 5 1\n  6m 4 1 5'), hints('1 4 5 1\n  6m | 4')]).toEqual([1, 0]);
  });
});

/** Signs, words and lines that fingers and programs leave in a text. */
const rubbish = fc.constantFrom(
  ...[
    '|',
    '(',
    ')',
    '{',
    '}',
    '1',
    '8',
    'b',
    '#',
    ':',
    '>',
    '*',
    '~',
    '<',
    '!',
    '^',
    '.',
    '_',
    '%',
  ],
  ...['/', '5/', 'sus', 'maj7', '\n', '  ', 'A', 'tune:', 'left:', 'right bar 9: block', 'road:'],
  ...[
    '1st ending:',
    'key:',
    '[2-5-1]',
    '0',
    '{9/4}',
    '-',
    '@',
    'oh yes ',
    'N.C.',
    '||:',
    'pattern x:',
  ],
);
const slip = fc.record({
  song: fc.nat(99),
  at: fc.nat(9_999),
  gone: fc.nat(4),
  put: fc.option(rubbish),
});

/** A song of the demo with some of its text gone, and something else put in there. */
const spoiled = fc.array(slip, { minLength: 1, maxLength: 5 }).map((slips) => {
  let { text } = demoSongs[slips[0]!.song % demoSongs.length]!;
  for (const { at, gone, put } of slips) {
    const from = at % text.length;
    text = text.slice(0, from) + (put ?? '') + text.slice(from + gone);
  }
  return text;
});

describe('all repairs at once', () => {
  test('from any spoiled song end at a chart without a problem, and every word that was sung or said is there', () => {
    fc.assert(
      fc.property(spoiled, (text) => {
        const { text: after, left, steps } = repairAll(parseChart(text));
        expect(left).toEqual([]);
        expect(steps.every(({ before, after: then }) => before !== then)).toBe(true);
        // Words of four letters and more; those of a field or a pattern may be put right.
        const wordsOf = (of: string) =>
          of
            .split('\n')
            .filter((line) => /^\s*[>*]/.test(line))
            .flatMap((line) => line.toLowerCase().match(/\p{L}{4,}/gu) ?? []);
        const there = after.toLowerCase();
        expect(wordsOf(text).filter((word) => !there.includes(word))).toEqual([]);
      }),
      { numRuns: runs(60) },
    );
  });

  test('say what each step does, and are one edit that touches nothing else', () => {
    const text = `${head}[Verse 1]\n  C F | G\n  down by the water\n\nB:\n  1 | 4\n`;
    const read = parseChart(text);
    const all = repairAll(read);
    expect(all.steps.map(({ line, before, after }) => [line, before, after])).toEqual([
      [5, '[Verse 1]', 'Verse 1:'],
      [6, '  C F | G', '  1 4 | 5'],
      [7, '  down by the water', '  > down by the water'],
    ]);
    const edit = repairAllEdit(read, all);
    if (!edit.ok) throw new Error(edit.why);
    let after = text;
    for (const { from, to, insert } of edit.changes.toReversed())
      after = after.slice(0, from) + insert + after.slice(to);
    expect(after).toBe(all.text);
    expect(Math.max(...edit.changes.map(({ to }) => to))).toBeLessThan(text.indexOf('B:'));
  });
});

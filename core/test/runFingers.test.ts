import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { expand, fitRuns, lineFingers, runs, withFingers } from '../src/index.ts';
import { readChart } from './read.ts';

/*
 * Fingers of one-octave scales and arpeggios as handbooks print them (from memory: Hanon, The Virtuoso Pianist, numbers 39 and 41;
 * Czerny, opus 500). Where printed editions differ both are named. Minor scales are harmonic ones.
 */
type Table = Readonly<Record<string, readonly string[]>>;
const tonics = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

function table(rows: readonly (readonly [names: string, fingers: string])[]): Table {
  return Object.fromEntries(
    rows.flatMap(([names, fingers]) => names.split(' ').map((name) => [name, fingers.split(' ')])),
  );
}

const scales: readonly (readonly [
  name: string,
  hand: 'left' | 'right',
  steps: readonly number[],
  table: Table,
])[] = [
  [
    'major, right',
    'right',
    [0, 2, 4, 5, 7, 9, 11, 12],
    table([
      ['C G D A E B', '12312345'],
      ['F', '12341234'],
      ['Bb', '21231234 41231234'],
      ['Eb', '31234123 21234123'],
      ['Ab', '34123123 23123123'],
      ['Db', '23123412'],
      ['Gb', '23412312'],
    ]),
  ],
  [
    'minor, right',
    'right',
    [0, 2, 3, 5, 7, 8, 11, 12],
    table([
      ['A E D G C B', '12312345'],
      ['F', '12341234'],
      ['Gb Db Ab', '34123123 23123123'],
      ['Eb', '31234123 21234123'],
      ['Bb', '21231234 41231234'],
    ]),
  ],
  [
    'major, left',
    'left',
    [0, 2, 4, 5, 7, 9, 11, 12],
    table([
      ['C G D A E F', '54321321'],
      ['B', '43214321'],
      ['Bb Eb Ab Db', '32143213 32143212'],
      ['Gb', '43213214 43213213'],
    ]),
  ],
  [
    'minor, left',
    'left',
    [0, 2, 3, 5, 7, 8, 11, 12],
    table([
      ['A E D G C F', '54321321'],
      ['B', '43214321'],
      ['Gb', '43213214 43213213'],
      ['Db Ab', '32143213 32143212'],
      ['Eb', '21432132'],
      ['Bb', '21321432 21321321'],
    ]),
  ],
];

const five = '5421 5321';
const arpeggios: typeof scales = [
  [
    'major, right',
    'right',
    [0, 4, 7, 12],
    table([
      ['C D E F G A B Gb', '1235'],
      ['Db Eb Ab Bb', '4124 2124'],
    ]),
  ],
  [
    'minor, right',
    'right',
    [0, 3, 7, 12],
    table([
      ['C D E F G A B Eb', '1235'],
      ['Db Gb Ab', '4124 2124'],
      ['Bb', '2312'],
    ]),
  ],
  [
    'major, left',
    'left',
    [0, 4, 7, 12],
    table([
      ['C D E F G A B Gb', five],
      ['Db Eb Ab', '2142'],
      ['Bb', '3213'],
    ]),
  ],
  [
    'minor, left',
    'left',
    [0, 3, 7, 12],
    table([
      ['C D E F G A B Eb', five],
      ['Db Gb Ab', '2142'],
      ['Bb', '3213'],
    ]),
  ],
];

/** How many of a hand's scales or arpeggios have the handbooks' fingers, and which have others. */
function agreed(rows: typeof scales, hand: 'left' | 'right') {
  const own = rows.filter((row) => row[1] === hand);
  const others: string[] = [];
  let count = 0;
  for (const [name, , steps, printed] of own)
    for (const [place, tonic] of tonics.entries()) {
      const low = (hand === 'right' ? 60 : 48) + place;
      const found = lineFingers(
        hand,
        steps.map((step) => low + step),
      ).join('');
      if (printed[tonic]!.includes(found)) count += 1;
      else others.push(`${tonic} ${name}: ${found}`);
    }
  return { count, others };
}

test('scales have the handbooks’ fingers: at least 22 of 24 in either hand', () => {
  for (const hand of ['right', 'left'] as const) {
    const { count, others } = agreed(scales, hand);
    console.log(`scales, ${hand} hand: ${count} of 24 as printed; ${others.join(', ')}`);
    expect(count).toBeGreaterThanOrEqual(22);
  }
});

test('arpeggios mostly have the handbooks’ fingers', () => {
  for (const hand of ['right', 'left'] as const) {
    const { count, others } = agreed(arpeggios, hand);
    console.log(`arpeggios, ${hand} hand: ${count} of 24 as printed; ${others.join(', ')}`);
    expect(count).toBeGreaterThanOrEqual(18);
  }
});

test('a chosen finger stays, and the others go by it; every note of a run has a finger that no other key of its grip has', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('left' as const, 'right' as const),
      fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 12 }),
      fc.nat(),
      fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, 5 as const),
      (hand, heights, at, finger) => {
        const notes = heights.map((height) => 60 + height);
        const given = notes.map((_, index) => (index === at % notes.length ? finger : null));
        const found = lineFingers(hand, notes, given);
        expect(found).toHaveLength(notes.length);
        expect(found[at % notes.length]).toBe(finger);
      },
    ),
  );
  const { song } = readChart('title: T\nkey: D\nmeter: 4/4\ntempo: 60\n\nVerse:\n  1 | . | 4\n');
  for (const { notes, run } of fitRuns(expand(song), { at: 0 }, { runs })) {
    const fingered = withFingers(notes);
    for (const one of fingered)
      for (const other of fingered)
        if (
          one !== other &&
          one.hand === other.hand &&
          one.onset === other.onset &&
          one.note !== other.note
        )
          expect([run.id, one.onset, one.finger === other.finger]).toEqual([
            run.id,
            one.onset,
            false,
          ]);
    expect(fingered.every(({ finger }) => finger !== null)).toBe(true);
  }
});

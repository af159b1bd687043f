import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  clickBeats,
  expand,
  followCues,
  parseChart,
  partName,
  playedItems,
  songInProgram,
  standing,
  undoable,
  type Cue,
  type Program,
  type StageState,
  type TimedCue,
} from '../src/index.ts';

/** At 120 a bar lasts two seconds. */
const chart = `title: Over the Ridge
key: G
tempo: 120
road: Intro, Verse, Chorus, Verse, Chorus

Intro:
| 1 | 4 |
Verse:
| 1 | 5 | 6m | 4 |
Chorus:
| 4 | 1 |
`;

function programOf(...texts: string[]): Program {
  return texts.map((text, place) => songInProgram(`song ${place}`, expand(parseChart(text).song)));
}

const program = programOf(chart, chart.replace('Over the Ridge', 'Down Again'));
const chorus = { section: 'Chorus', pass: 1, place: 2 };

/** Cues said at seconds since the beginning. */
function said(...cues: (readonly [second: number, cue: Cue])[]): TimedCue[] {
  return cues.map(([second, cue], index) => ({ id: `cue ${index}`, at: second * 1_000, cue }));
}

const first = { kind: 'to', item: 'song 0', part: null } as const;
const on = { kind: 'on' } as const;
const at = (state: StageState) => ({ item: state.item, part: state.part, next: state.next });
const where = (cues: readonly TimedCue[], second: number, of = program) =>
  at(followCues(of, cues, second * 1_000));

describe('without a click, what is said moves the band and nothing else', () => {
  test.each<[string, (readonly [number, Cue])[], { part: number | null; next: number | null }]>([
    ['a song is announced', [[0, first]], { part: null, next: 0 }],
    [
      'it begins',
      [
        [0, first],
        [1, on],
      ],
      { part: 0, next: 1 },
    ],
    [
      'it goes on',
      [
        [0, first],
        [1, on],
        [9, on],
      ],
      { part: 1, next: 2 },
    ],
    [
      'what comes next is called ahead',
      [
        [0, first],
        [1, on],
        [2, { kind: 'next', part: chorus }],
      ],
      { part: 0, next: 2 },
    ],
    [
      'and comes',
      [
        [0, first],
        [1, on],
        [2, { kind: 'next', part: chorus }],
        [5, on],
      ],
      { part: 2, next: 3 },
    ],
    [
      'once more',
      [
        [0, first],
        [1, on],
        [2, { kind: 'again' }],
        [5, on],
      ],
      { part: 0, next: 1 },
    ],
    [
      'left out',
      [
        [0, first],
        [1, on],
        [2, { kind: 'skip' }],
        [5, on],
      ],
      { part: 2, next: 3 },
    ],
    [
      'two are left out',
      [
        [0, first],
        [1, on],
        [2, { kind: 'skip' }],
        [3, { kind: 'skip' }],
      ],
      { part: 0, next: 3 },
    ],
    [
      'gone to at once',
      [
        [0, first],
        [1, on],
        [2, { kind: 'to', item: 'song 0', part: chorus }],
      ],
      { part: 2, next: 3 },
    ],
    [
      'begun in its middle',
      [
        [0, first],
        [1, { kind: 'next', part: chorus }],
        [2, on],
      ],
      { part: 2, next: 3 },
    ],
  ])('%s', (_name, cues, expected) => {
    expect(where(said(...cues), 60)).toEqual({ item: 0, ...expected });
  });

  test('behind the last part the next song is announced, behind the last song it is over', () => {
    const through = (count: number) =>
      said([0, first], ...Array.from({ length: count }, (_, index) => [index + 1, on] as const));
    expect(where(through(5), 99)).toEqual({ item: 0, part: 4, next: null });
    expect(where(through(6), 99)).toEqual({ item: 1, part: null, next: 0 });
    expect(where(through(12), 99)).toEqual({ item: 2, part: null, next: null });
    // Nothing comes behind that.
    expect(where(through(15), 99)).toEqual({ item: 2, part: null, next: null });
  });

  test('a lift holds from the next part on, for this song, and no further than eleven semitones', () => {
    const cues = said([0, first], [1, on], [2, { kind: 'lift', semitones: 2 }]);
    const lifts = (more: TimedCue[]) => {
      const { lift, nextLift } = followCues(program, [...cues, ...more], 90_000);
      return [lift, nextLift];
    };
    const later = (...more: (readonly [number, Cue])[]) =>
      said(...more).map((cue) => ({ ...cue, id: `more ${cue.id}` }));
    expect(lifts([])).toEqual([0, 2]);
    expect(lifts(later([5, on]))).toEqual([2, 2]);
    expect(lifts(later([5, on], [6, { kind: 'lift', semitones: 11 }], [7, on]))).toEqual([11, 11]);
    expect(lifts(later([5, { kind: 'to', item: 'song 1', part: null }]))).toEqual([0, 0]);
  });
});

describe('with the click parts go on in time', () => {
  /** Counted in at 0: the lead is one second, the bar of count two, so that the first beat is at 3. */
  const counted = said([-1, first], [0, { kind: 'count' }]);
  const more = (...cues: (readonly [number, Cue])[]) => [
    ...counted,
    ...said(...cues).map((cue) => ({ ...cue, id: `more ${cue.id}` })),
  ];

  test.each<[string, TimedCue[], number, number | null]>([
    ['in the intro of two bars', counted, 6.9, 0],
    ['then in the verse', counted, 7, 1],
    ['to its end', counted, 14.9, 1],
    ['through the song', counted, 3 + 4 + 8 + 4 + 8 + 1, 4],
    ['until it ends', counted, 3 + 4 + 8 + 4 + 8 + 4, null],
    ['a vamp goes round', more([4, { kind: 'vamp', isOn: true }]), 60, 0],
    [
      'to the end of its round',
      more([4, { kind: 'vamp', isOn: true }], [12, { kind: 'vamp', isOn: false }]),
      14.9,
      0,
    ],
    ['and on', more([4, { kind: 'vamp', isOn: true }], [12, { kind: 'vamp', isOn: false }]), 15, 1],
    ['on is at the next bar line', more([3.5, on]), 4.9, 0],
    ['and no later', more([3.5, on]), 5, 1],
    ['also from a vamp', more([4, { kind: 'vamp', isOn: true }], [13.5, on]), 15, 1],
    ['twice as fast from the middle of a part on', more([5, { kind: 'tempo', tempo: 240 }]), 6, 1],
    ['stopped it stays', more([4, { kind: 'stop' }]), 60, 0],
    ['without the click it stays', more([4, { kind: 'click', isOn: false }]), 60, 0],
  ])('%s', (_name, cues, second, part) => {
    expect(where(cues, second).part).toBe(part);
  });

  test('a click that is put on in a song takes that moment as a bar line', () => {
    const cues = said([0, first], [1, on], [3.3, { kind: 'click', isOn: true }]);
    // One bar was played: the other one lasts from there.
    expect(followCues(program, cues, 4_000).leaveAt).toBe(5_300);
  });
});

describe('the click', () => {
  const counted = said([-1, first], [0, { kind: 'count' }]);
  /** Looked for piece by piece, as a sound card is fed, with what was said by then. */
  const heard = (cues: readonly TimedCue[], to: number) =>
    Array.from({ length: Math.ceil(to * 10) }, (_, piece) => {
      const from = piece * 100;
      const known = cues.filter(({ at }) => at <= from);
      return clickBeats(program, known, { from, to: from + 100 });
    }).flat();
  const inRow = (from: number, to: number) =>
    Array.from({ length: (to - from) * 2 }, (_, beat) => ({
      at: from * 1_000 + beat * 500,
      isStrong: beat % 4 === 0,
    }));
  test('is counted in for a bar, and loses and doubles no beat where parts meet, to the end of the song', () => {
    // Twice a second at 120: the bar of count from one second on, then sixteen bars.
    expect(heard(counted, 60)).toEqual(inRow(1, 31));
  });
  test('goes on in a vamp, and from there into the next part', () => {
    const more = said([4, { kind: 'vamp', isOn: true }], [13.5, on]);
    const cues = [...counted, ...more.map((cue) => ({ ...cue, id: `more ${cue.id}` }))];
    expect(heard(cues, 21)).toEqual(inRow(1, 21));
  });
  test('ends with the stop, and begins where it is put on', () => {
    const more = said([5.1, { kind: 'stop' }]).map((cue) => ({ ...cue, id: 'more' }));
    expect(heard([...counted, ...more], 20)).toEqual(inRow(1, 5).concat(inRow(5, 6).slice(0, 1)));
    const late = said([0, first], [1, on], [3.3, { kind: 'click', isOn: true }]);
    const [beat] = heard(late, 5).filter(({ at }) => at >= 3_300);
    expect(beat).toEqual({ at: 3_300, isStrong: true });
  });
});

describe('a wrong cue is taken back within two bars', () => {
  const wrong = said([0, first], [1, on], [10, on]);
  const undo = (second: number): TimedCue => ({
    id: 'undo',
    at: second * 1_000,
    cue: { kind: 'undo', of: 'cue 2' },
  });
  test('then it is as if it had never been said', () => {
    expect(followCues(program, [...wrong, undo(13.9)], 20_000)).toEqual(
      followCues(program, wrong.slice(0, 2), 20_000),
    );
  });
  test('who left a slow song for what is spoken has two bars of the song', () => {
    const slow = [
      ...programOf(chart.replace('tempo: 120', 'tempo: 40')),
      { ...program[1]!, id: 'prayer', parts: [] },
    ];
    const left = said([0, first], [1, { kind: 'to', item: 'prayer', part: null }]);
    expect([12_900, 13_100].map((now) => undoable(slow, left, now))).toEqual(['cue 1', null]);
  });
  test('later it stands', () => {
    expect(where([...wrong, undo(14.1)], 20).part).toBe(1);
    expect(undoable(program, wrong, 14_100)).toBeNull();
  });
  test('and so does one that another followed', () => {
    const followed = [...wrong, { id: 'other', at: 11_000, cue: { kind: 'again' } as const }];
    expect(standing(program, [...followed, undo(12)])).toEqual(followed);
  });
});

test('a part is found in a chart that became another one, and said where it is not', () => {
  const cues = said([0, first], [1, { kind: 'to', item: 'song 0', part: chorus }]);
  const longer = programOf(chart.replace('road: Intro', 'road: Intro, Intro'));
  expect(where(cues, 9, longer).part).toBe(3);
  const without = programOf(chart.replaceAll('Chorus', 'Bridge'));
  const state = followCues(without, cues, 9_000);
  expect([state.part, state.missed]).toEqual([2, chorus]);
  expect(followCues(without, [...cues, ...said([2, on])], 9_000).missed).toBeNull();
  const unknown = followCues(program, said([0, { kind: 'to', item: 'gone', part: null }]), 9_000);
  expect(unknown.missed).toEqual({ item: 'gone' });
});

test('what was played has its lengths, its repeats and its key', () => {
  const cues = said(
    [0, first],
    [10, on],
    [14, { kind: 'again' }],
    [18, { kind: 'lift', semitones: 2 }],
    [20, on],
    [30, { kind: 'stop' }],
    [40, on],
    [50, { kind: 'to', item: 'song 1', part: null }],
    [60, on],
  );
  const state = followCues(program, cues, 70_000);
  expect(playedItems(program, state, 70_000)).toEqual([
    {
      item: 'song 0',
      began: 10_000,
      seconds: 30,
      parts: [
        { section: 'Intro', lift: 0 },
        { section: 'Intro', lift: 2 },
        { section: 'Verse', lift: 2 },
      ],
    },
    { item: 'song 1', began: 60_000, seconds: 10, parts: [{ section: 'Intro', lift: 0 }] },
  ]);
});

const anyCue: fc.Arbitrary<Cue> = fc.oneof(
  fc.constantFrom<Cue>(
    on,
    { kind: 'again' },
    { kind: 'skip' },
    { kind: 'count' },
    { kind: 'stop' },
    { kind: 'vamp', isOn: true },
    { kind: 'vamp', isOn: false },
    { kind: 'click', isOn: true },
    { kind: 'click', isOn: false },
    { kind: 'next', part: { section: 'Bridge', pass: 1, place: 99 } },
  ),
  fc.record({ kind: fc.constant('lift' as const), semitones: fc.integer({ min: -11, max: 11 }) }),
  fc.record({ kind: fc.constant('tempo' as const), tempo: fc.integer({ min: 30, max: 300 }) }),
  fc.record({
    kind: fc.constant('to' as const),
    item: fc.constantFrom('song 0', 'song 1', 'gone'),
    part: fc.constantFrom(null, chorus, partName(program[0]!, 4)),
  }),
  fc.record({ kind: fc.constant('undo' as const), of: fc.nat(20).map((place) => `cue ${place}`) }),
);
const anyCues = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 9_000 }), anyCue), { maxLength: 25 })
  .map((steps) => {
    let now = 0;
    return steps.map(([wait, cue], index): TimedCue => ({
      id: `cue ${index}`,
      at: (now += wait),
      cue,
    }));
  });

test('whatever is said, a page is at some part of some song, and knows what may come next', () => {
  fc.assert(
    fc.property(anyCues, fc.nat(60_000), (cues, wait) => {
      const now = (cues.at(-1)?.at ?? 0) + wait;
      const { item, part, next, leaveAt, steps } = followCues(program, cues, now);
      const parts = item === null ? 0 : (program[item]?.parts.length ?? 0);
      for (const place of [part, next])
        if (place !== null) expect(place >= 0 && place < parts).toBe(true);
      if (leaveAt !== null) expect(leaveAt).toBeGreaterThan(now);
      const played = playedItems(program, followCues(program, cues, now), now);
      for (const { seconds } of played) expect(seconds).toBeGreaterThanOrEqual(0);
      expect(steps.length).toBeGreaterThanOrEqual(played.length);
    }),
  );
});

test('who takes back at once what was said is where they were', () => {
  fc.assert(
    fc.property(anyCues, anyCue, fc.nat(60_000), (cues, wrong, wait) => {
      fc.pre(wrong.kind !== 'undo');
      const said = (cues.at(-1)?.at ?? 0) + 1;
      const taken: TimedCue[] = [
        { id: 'wrong', at: said, cue: wrong },
        { id: 'undo', at: said + 1_000, cue: { kind: 'undo', of: 'wrong' } },
      ];
      const now = said + 1_000 + wait;
      expect(followCues(program, [...cues, ...taken], now)).toEqual(
        followCues(program, standing(program, cues), now),
      );
    }),
  );
});

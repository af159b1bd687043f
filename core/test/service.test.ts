import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  asPlayed,
  clockOf,
  expand,
  formatChord,
  oneAfterOther,
  parseChart,
  perform,
  planFlow,
  planSet,
  readBridge,
  printRoad,
  quartersAMinute,
  roadDifference,
  stepsOf,
  tempoMark,
  toLetters,
  voice,
  type ServiceItem,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { key, song } from './read.ts';

/** The chords that are played, as letters: what is heard, whatever they are called. */
const heard = (text: string, inKey?: string) => {
  const { slots } = expand(song(text), inKey === undefined ? {} : { key: key(inKey) });
  return slots.flatMap((slot) =>
    slot.is.kind === 'chord' ? [toLetters(slot.is.chord, slot.key)] : [],
  );
};

const chart = (head: string, ...bars: readonly string[]) =>
  `title: Kelp\nkey: G\ntempo: 72\n${head}\n${bars.join('\n')}\n`;
const two = chart('', 'Verse:', '  1 | 4', 'Chorus:', '  5 | 1');

describe('a song as it goes in one service', () => {
  test.each([
    ['Chorus', 'D G'],
    ['Verse x2, Chorus', 'G C G C D G'],
    ['Chorus, up 2, Verse', 'D G A D'],
    ['Verse (softer)', 'G C'],
  ])('by the way %s sounds %s', (road, sounds) => {
    const { text, problems } = asPlayed(two, { road, bridge: null });
    expect([heard(text).join(' '), problems]).toEqual([sounds, []]);
  });

  test('keeps the way of its chart where the one of the service cannot be gone, and says why', () => {
    const { text, problems } = asPlayed(two, { road: 'Verse, Nowhere', bridge: null });
    expect(text).toBe(two);
    expect(problems).toEqual([expect.stringMatching(/has no section “Nowhere”/)]);
  });

  test('is led into by what was written, in its own metre and tempo, and by nothing that cannot be read', () => {
    const bridge = 'key: G\nmeter: 3/4\ntempo: 60\n\nVamp:\n  4 | 5\n\nWalk:\n  4/6 5/7 .\n';
    const led = asPlayed(chart('road: Chorus, Verse', 'Verse:', '  1 | 4', 'Chorus:', '  5 | 1'), {
      road: null,
      bridge,
    });
    expect(heard(led.text).join(' ')).toBe('C D C/E D/F# D G G C');
    const slots = expand(song(led.text)).slots;
    expect(slots.map(({ meter, tempo }) => `${meter.beats} ${tempo ?? 72}`)).toEqual([
      ...['3 60', '3 60', '3 60', '3 60'],
      ...['4 72', '4 72', '4 72', '4 72'],
    ]);
    const broken = asPlayed(two, { road: null, bridge: 'Vamp:\n  9 | 5\n' });
    expect([broken.text, broken.problems.length]).toEqual([two, 1]);
  });

  test('what leads in has from the song what it does not say of itself', () => {
    const six = 'title: Kelp\nkey: Eb\nmeter: 6/8\ntempo: 50\n\nVerse:\n  1 | 4\n';
    const { text } = asPlayed(six, { road: null, bridge: 'Vamp:\n  4 | 5\n' });
    expect(text).toContain('Vamp:\n  4 | 5\n');
    const led = readBridge('tempo: 60\n\nVamp:\n  tempo: 70\n  4\n', song(six));
    expect([led.ok, led.song.meter, led.song.tempo, led.song.key]).toEqual([
      true,
      song(six).meter,
      60,
      key('Eb'),
    ]);
  });

  test('a bridge takes a free name, and a chart with problems of its own keeps them', () => {
    const own = chart('', 'Vamp:', '  1 | x', 'Chorus:', '  5');
    const { text, problems } = asPlayed(own, { road: 'Chorus, Vamp', bridge: 'Vamp:\n  4\n' });
    expect(text).toContain('Vamp 2:\n  4\n');
    expect(text).toContain('road: Vamp 2, Chorus, Vamp');
    expect([text.includes('1 | x'), problems]).toEqual([true, []]);
  });

  test('whatever bridge is offered between two songs leads in, and the song goes on as before', () => {
    const keys = fc.constantFrom('C', 'G', 'Eb', 'F#', 'A minor', 'C minor', 'B minor');
    const meters = fc.constantFrom('4/4', '3/4', '6/8', '12/8', '2/4');
    const numbers = fc.constantFrom('', 'numbers: in key\n', 'road: Refrain, Verse\n');
    const bars = fc.constantFrom('1 | 4', '6m | 5 . . .', '2m7 57 | 1');
    fc.assert(
      fc.property(
        fc.tuple(keys, keys),
        fc.tuple(meters, meters),
        fc.tuple(numbers, bars),
        ([from, to], [meter, nextMeter], [head, line]) => {
          const before = song(
            `title: A\nkey: ${from}\nmeter: ${meter}\ntempo: 70\n\nV:\n  1 | 5\n`,
          );
          const bar = nextMeter === '4/4' ? line : '1 | 5';
          const text = `title: B\nkey: ${to}\nmeter: ${nextMeter}\ntempo: 90\n${head}\nVerse:\n  ${bar}\n\nRefrain:\n  4\n`;
          const alone = heard(text);
          for (const { text: bridge, id } of planFlow({ song: before }, { song: song(text) })
            .bridges) {
            if (bridge === '') continue;
            const led = asPlayed(text, { road: null, bridge });
            expect([id, led.problems]).toEqual([id, []]);
            const all = heard(led.text);
            expect(all.slice(all.length - alone.length)).toEqual(alone);
            expect(all.slice(0, all.length - alone.length)).toEqual(heard(`title: C\n${bridge}`));
          }
        },
      ),
      { numRuns: runs(60) },
    );
  });

  test('a lift leads by the five of the key that comes, as it is heard', () => {
    const flow = planFlow({ song: song(two) }, { song: song(two), key: key('A') });
    const lifts = flow.bridges.filter(({ id }) => id === 'lift');
    expect(lifts.length).toBeGreaterThan(0);
    // The five of A, in A's own numbers.
    for (const { text } of lifts) expect(heard(`title: C\n${text}`).at(-1)).toMatch(/^(E|D\/E)/);
  });

  test('is told apart from its chart, step by step', () => {
    const written = stepsOf(song(two));
    expect(written.map((step) => printRoad([step]))).toEqual(['Verse', 'Chorus']);
    const here = stepsOf(
      song(chart('road: Verse, up 2, Chorus x2', 'Verse:', '  1', 'Chorus:', '  5')),
    );
    expect(
      roadDifference(written, here).map(({ step, is }) => `${is}: ${printRoad([step])}`),
    ).toEqual(['as written: Verse', 'left out: Chorus', 'only here: up 2', 'only here: Chorus x2']);
    for (const { is } of roadDifference(written, written)) expect(is).toBe('as written');
  });
});

describe('what is played one after the other', () => {
  test('lasts as long as all of it, each at its own tempo, and strikes what each strikes', () => {
    const slow = song('title: A\nkey: C\ntempo: 60\n\nV:\n  1 | 4\n');
    const quick = song('title: B\nkey: D\nmeter: 6/8\ntempo: 80\n\nV:\n  1 | {rit} 4\n');
    const paced = [slow, quick].map((one) => ({
      performance: perform(voice(expand(one))),
      quarters: quartersAMinute(one),
    }));
    const seconds = ({ performance, quarters }: (typeof paced)[number]) =>
      clockOf(performance.tempos, quarters)(performance.ticks);
    const joined = oneAfterOther(paced);
    expect(seconds(joined)).toBeCloseTo(seconds(paced[0]!) + seconds(paced[1]!), 6);
    const clock = clockOf(joined.performance.tempos, joined.quarters);
    const apart = paced.flatMap((one, place) =>
      one.performance.notes.map(
        ({ onset }) =>
          clockOf(one.performance.tempos, one.quarters)(onset) +
          (place > 0 ? seconds(paced[0]!) : 0),
      ),
    );
    for (const [at, { onset }] of joined.performance.notes.entries())
      expect(clock(onset)).toBeCloseTo(apart[at]!, 6);
  });
});

describe('a service with bridges and beds', () => {
  const made = (name: string, inKey: string): ServiceItem => ({
    ...{ id: name, name, kind: 'song', songId: name },
    song: song(`title: ${name}\nkey: ${inKey}\ntempo: 80\n\nV:\n  1 | 4\n`),
  });
  const led = (name: string, inKey: string, from: string): ServiceItem => ({
    ...(made(name, inKey) as Extract<ServiceItem, { kind: 'song' }>),
    bridge: { from, song: song('title: V\nkey: C\ntempo: 60\n\nVamp x2 open:\n  4 | 5\n') },
  });

  test('is longer by its bridge, and warns of no key that is led into', () => {
    const plain = planSet([made('A', 'C'), made('B', 'F#')]);
    const ledInto = planSet([made('A', 'C'), led('B', 'F#', 'A')]);
    // Four seconds a bar, two bars, played three times.
    expect(ledInto.seconds - plain.seconds).toBe(24);
    expect(ledInto.items[1]!.isOpen).toBe(true);
    expect(plain.warnings.map(({ kind }) => kind)).toEqual(['far key']);
    expect(ledInto.warnings).toEqual([]);
    expect(ledInto.seams.map(({ isLed }) => isLed)).toEqual([true]);
  });

  test('keeps together what a bridge leads over, where a smoother order is found', () => {
    const plan = planSet([made('A', 'C'), led('B', 'E', 'A'), made('C', 'C')]);
    // B first would be as smooth without the bridge.
    expect(plan.order!.ids).toEqual(['C', 'A', 'B']);
  });

  test('says which bridge is not played, since another song stands before it', () => {
    const plan = planSet([made('C', 'F#'), led('B', 'F#', 'A'), made('A', 'F#')]);
    expect(plan.seconds).toBe(18);
    expect(plan.warnings.map(({ kind, words }) => [kind, words])).toEqual([
      ['idle bridge', expect.stringContaining('made for coming from A')],
    ]);
  });

  test('says which bed is in another key than what comes', () => {
    const bed = song('title: Bed\nkey: C\n\nBed open:\n  1sus2\n');
    const prayer = { id: 'p', name: 'Prayer', kind: 'prayer', minutes: 2, bed } as const;
    expect(planSet([prayer, made('A', 'C')]).warnings).toEqual([]);
    const moved = planSet([prayer, made('A', 'D')]);
    expect(moved.warnings.map(({ kind, ids }) => [kind, ids])).toEqual([
      ['bed in another key', ['p']],
    ]);
    expect(moved.beds.get('p')!.text).toContain('key: D');
    expect(planSet([made('A', 'D'), prayer]).beds.size).toBe(0);
  });
});

test.each([
  [72, '4/4', '♩ 72'],
  [52, '6/8', '♩. 52'],
])('a tempo of %d in %s is written %s', (tempo, meter, mark) => {
  const { song: one } = parseChart(`title: T\nmeter: ${meter}\n`);
  expect(tempoMark({ tempo, meter: one.meter })).toBe(mark);
});

test('numbers of a bridge are those of the song that comes', () => {
  const flow = planFlow({ song: song(two) }, { song: song(two), key: key('Bb') });
  for (const { text, key: counted } of flow.bridges.filter((one) => one.text !== '')) {
    expect(text).toContain('key: Bb');
    expect(counted).toEqual(key('Bb'));
  }
  const [vamp] = flow.bridges.filter(({ id }) => id === 'vamp');
  const { slots } = expand(song(`title: V\n${vamp!.text}`));
  expect(slots.slice(0, 2).map(({ is }) => is.kind === 'chord' && formatChord(is.chord))).toEqual([
    '4',
    '5',
  ]);
});

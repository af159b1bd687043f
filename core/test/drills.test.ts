import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as TonalChord, Note } from 'tonal';
import { createEmptyCard, fsrs, Rating } from 'ts-fsrs';
import {
  afterDrill,
  asksOf,
  beginWaiting,
  drillCards,
  drillGrades,
  fartherThanNeeded,
  formatChord,
  gradeOfDrill,
  keyWhileWaiting,
  nameDrill,
  nextDrills,
  parseChart,
  readDrill,
  toLetters,
  type DrillGrade,
  type DrillMemory,
  type DrillSong,
} from '../src/index.ts';
import { demoSongs } from './corpus.ts';

const day = 86_400_000;
const monday = Date.UTC(2026, 10, 30, 18);

const demo: readonly DrillSong[] = demoSongs.map(({ title, text }) => {
  const { song } = parseChart(text);
  return { id: title, song, key: song.key, days: null };
});
const one = (text: string, days: number | null = null): DrillSong => {
  const { song } = parseChart(text);
  return { id: 'one', song, key: song.key, days };
};
const none = new Map<string, DrillMemory>();

/** What a drill of a name asks for, which has to be there. */
function asksFor(name: string) {
  const asks = asksOf(readDrill(name)!);
  if (!asks) throw new Error(name);
  return asks;
}
function playsOf(name: string) {
  const asks = asksFor(name);
  if (asks.kind !== 'play') throw new Error(name);
  return asks;
}

describe('how a drill is remembered', () => {
  test('first intervals are those of FSRS-6 as ts-fsrs publishes its parameters, without steps of minutes', () => {
    // w0 to w3 of FSRS-6 are the stabilities after the first grade; at nine of ten an interval is the stability (ts-fsrs, README).
    const w = [0.212, 1.2931, 2.3065, 8.2956];
    for (const [place, grade] of drillGrades.entries()) {
      const { stability, due } = afterDrill(null, grade, monday);
      expect(stability).toBeCloseTo(w[place]!, 4);
      expect((due - monday) / day).toBe([1, 2, 3, 8][place]);
    }
  });

  test('the same grades on the same days are remembered as the package says by itself', () => {
    const grades = fc.array(
      fc.record({ grade: fc.constantFrom(...drillGrades), after: fc.integer({ min: 1, max: 90 }) }),
      { minLength: 1, maxLength: 12 },
    );
    const ratings = [Rating.Again, Rating.Hard, Rating.Good, Rating.Easy] as const;
    fc.assert(
      fc.property(grades, (all) => {
        const peer = fsrs({ enable_fuzz: false, enable_short_term: false, maximum_interval: 365 });
        let card = createEmptyCard(monday);
        let memory: DrillMemory | null = null;
        let at = monday;
        for (const { grade, after } of all) {
          at += after * day;
          card = peer.next(card, at, ratings[drillGrades.indexOf(grade)]!).card;
          memory = afterDrill(memory, grade, at);
        }
        expect(memory).toMatchObject({ reps: card.reps, lapses: card.lapses, last: at });
        expect(memory!.due).toBe(card.due.getTime());
        expect(memory!.stability).toBeCloseTo(card.stability, 6);
      }),
    );
  });

  test('a clock that went back forgets nothing, and nothing is away for more than a year', () => {
    let memory = afterDrill(null, 'easy', monday);
    const before = afterDrill(memory, 'good', monday - 30 * day);
    expect(before.last).toBe(monday);
    for (let time = 0; time < 12; time += 1) memory = afterDrill(memory, 'easy', memory.due);
    // The package keeps an easy one at least a day behind a good one, and that behind a hard one.
    expect(memory.due - memory.last).toBeLessThanOrEqual(368 * day);
  });

  test.each([
    [{ of: 1, ms: 900, wrong: 0 }, 'easy'],
    [{ of: 1, ms: 4_000, wrong: 0 }, 'good'],
    [{ of: 1, ms: 9_000, wrong: 0 }, 'hard'],
    [{ of: 1, ms: 900, wrong: 1 }, 'again'],
    [{ of: 12, ms: 900, wrong: 2 }, 'hard'],
    [{ of: 12, ms: 900, wrong: 4 }, 'again'],
    [{ of: 0, ms: 0, wrong: 0 }, 'again'],
  ] as const)('%j is %s', (went, grade: DrillGrade) => {
    expect(gradeOfDrill(went)).toBe(grade);
  });
});

describe('drills', () => {
  test('of all songs are known again by their names', () => {
    const cards = drillCards(demo, [], none);
    expect(cards.length).toBeGreaterThan(200);
    for (const { name, drill } of cards) expect(readDrill(name)).toEqual(drill);
    expect(new Set(cards.map(({ drill }) => drill.kind)).size).toBe(8);
  });

  test.each([
    'heard',
    'heard · H · 1',
    'to chord · C · 99zz',
    'change · x · 4-2 · Verse',
    'change · x · 1-2',
    'five minutes',
    'juggling · C · 1',
  ])('“%s” is none', (name) => {
    expect(readDrill(name)).toBeNull();
  });

  test('a section may be called anything', () => {
    const drill = {
      kind: 'change',
      songId: 'a',
      section: 'Verse · 1-2 · end',
      bars: { from: 1, to: 2 },
    } as const;
    expect(readDrill(nameDrill(drill))).toEqual(drill);
  });

  test('to chord: the tones that tonal has for the letters, in any inversion, pass; one other does not', () => {
    const triads = drillCards(demo, [], none).flatMap(({ drill }) =>
      drill.kind === 'to chord' && drill.chord.kind === 'named' ? [drill] : [],
    );
    let compared = 0;
    for (const drill of triads) {
      const { notes } = TonalChord.get(toLetters(drill.chord, drill.key));
      // Only plain names are read alike by both.
      if (
        notes.length === 0 ||
        !/^[A-G]b?#?(m|7|m7|maj7)?$/.test(toLetters(drill.chord, drill.key))
      )
        continue;
      compared += 1;
      const { tasks } = playsOf(nameDrill(drill));
      const keys = notes.map((name) => 60 + Note.chroma(name)!);
      const played = keys.reduce(
        (waiting, note) => keyWhileWaiting(waiting, { kind: 'down', note }, 1),
        beginWaiting([tasks[0]!.called], 0),
      );
      expect([toLetters(drill.chord, drill.key), played.place]).toEqual([
        toLetters(drill.chord, drill.key),
        1,
      ]);
    }
    expect(compared).toBeGreaterThan(30);
  });

  test('twelve keys are all of them, by fourths; five minutes have three degrees in each', () => {
    const { tasks } = playsOf('keys · 1add9');
    expect(tasks.map(({ chord, key }) => toLetters(chord, key))).toEqual(
      ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G'].map((key) => `${key}add9`),
    );
    const five = playsOf('five minutes · 2m7 · 3m7 · 6m7');
    expect(five.tasks).toHaveLength(36);
    expect(five.ends).toBe(300_000);
    expect(toLetters(five.tasks[4]!.chord, five.tasks[4]!.key)).toBe('Am7');
  });

  test('choices: one is right, none of the others sounds the same, and the order says nothing', () => {
    const places = new Set<number>();
    for (const { drill } of drillCards(demo, [], none)) {
      if (drill.kind !== 'to number' && drill.kind !== 'heard') continue;
      const asks = asksOf(drill);
      if (asks?.kind !== 'choose') throw new Error(drill.kind);
      expect(asks.options).toHaveLength(4);
      expect(asks.options[asks.right]).toBe(drill.chord);
      expect(new Set(asks.options.map((chord) => formatChord(chord))).size).toBe(4);
      places.add(asks.right);
    }
    expect([...places].sort()).toEqual([0, 1, 2, 3]);
  });

  test('the nearest inversion: 1 to 4 keeps 1 and moves three half steps; any other goes farther', () => {
    const { near, tasks } = playsOf('nearest · C · 1 · 4');
    expect(near).toEqual([60, 64, 67]);
    expect(tasks[0]!.called.notes).toEqual(expect.arrayContaining([5, 9, 0]));
    // C E G to C F A: a half step and a whole step. Common practice, no published source.
    expect(fartherThanNeeded(near!, [60, 65, 69])).toBe(0);
    expect(fartherThanNeeded(near!, [65, 69, 72])).toBeGreaterThan(0);
    expect(fartherThanNeeded(near!, [53, 57, 60])).toBeGreaterThan(0);
  });

  test('nothing lies nearer than what is called nearest: every octave tried', () => {
    const chord = fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(chord, chord, (one, other) => {
        const from = one.map((tone) => 60 + tone).sort((a, b) => a - b);
        let least = Infinity;
        for (let octaves = 0; octaves < 27; octaves += 1) {
          const to = other
            .map((tone, place) => 48 + tone + 12 * (Math.floor(octaves / 3 ** place) % 3))
            .sort((a, b) => a - b);
          least = Math.min(
            least,
            to.reduce((sum, note, place) => sum + Math.abs(note - from[place]!), 0),
          );
        }
        const near = other.map((tone) => 60 + tone).sort((a, b) => a - b);
        const own = near.reduce((sum, note, place) => sum + Math.abs(note - from[place]!), 0);
        expect(fartherThanNeeded(from, near)).toBe(own - least);
      }),
    );
  });

  test('a suspension resolves on its own root', () => {
    const cards = drillCards([one('key: D\n\nVerse:\n  1 | 5sus4 5 | 4sus2 | 6m7\n')], [], none);
    const resolved = cards.filter(({ drill }) => drill.kind === 'resolve').map(({ name }) => name);
    expect(resolved).toEqual(['resolve · D · 5sus4 · 5', 'resolve · D · 4sus2 · 4']);
  });
});

describe('what comes next', () => {
  const verse = 'key: G\n\nVerse:\n  1 | 4 | 5 | 6m7\n';
  const failed = { songId: 'one', section: 'Verse', bars: [4], at: monday, days: 6 };

  test('what failed in a round comes back the next day, before all that is new, and not on the same one', () => {
    const cards = drillCards([one(verse, 6)], [failed], none);
    const sameEvening = nextDrills(cards, monday + 3_600_000);
    expect(sameEvening.today.map(({ drill }) => drill.kind)).not.toContain('change');
    expect(sameEvening.next).toBe(monday + day);
    const nextMorning = monday + day / 2;
    const { today } = nextDrills(cards, nextMorning, { until: nextMorning + day });
    expect(today[0]).toMatchObject({ name: 'change · one · 3-4 · Verse', songs: ['one'], days: 6 });
    expect(today.slice(1).every(({ memory }) => memory === null)).toBe(true);
  });

  test('once it was drilled since, the log knows better; where it fails again, it is due again', () => {
    const name = 'change · one · 3-4 · Verse';
    const drilled = afterDrill(afterDrill(null, 'again', monday), 'good', monday + day);
    const log = new Map([[name, drilled]]);
    const card = (at: number) =>
      drillCards([], [{ ...failed, at }], log).find((found) => found.name === name)!;
    expect(card(monday).memory).toEqual(drilled);
    expect(card(monday + 2 * day).memory!.lapses).toBe(1);
    expect(card(monday + 2 * day).memory!.due).toBeLessThan(monday + 4 * day);
  });

  test('of the coming service first, then what is known least; a drill without a song comes back too', () => {
    const sooner = one(verse, 2);
    const afterwards = { ...one('key: A\n\nVerse:\n  1add9 | 57\n', 9), id: 'other' };
    const log = new Map([
      ['to chord · A · 57', afterDrill(null, 'again', monday - 9 * day)],
      ['to chord · G · 4', afterDrill(null, 'good', monday - 9 * day)],
      ['to chord · G · 1', afterDrill(null, 'again', monday - 9 * day)],
      ['keys · 4m6', afterDrill(null, 'again', monday - 20 * day)],
      ['to chord · G · 5', afterDrill(null, 'easy', monday)],
    ]);
    const { today, left } = nextDrills(drillCards([sooner, afterwards], [], log), monday);
    expect(today.slice(0, 4).map(({ name }) => name)).toEqual([
      'to chord · G · 1',
      'to chord · G · 4',
      'to chord · A · 57',
      'keys · 4m6',
    ]);
    const kinds = today.slice(4).map(({ drill }) => drill.kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(left).toBe(0);
  });

  test('what was begun today is not followed by as much that is new', () => {
    const box = drillCards(demo, [], none);
    const first = nextDrills(box, monday).today;
    const log = new Map(
      first.slice(0, 6).map(({ name }) => [name, afterDrill(null, 'good', monday)] as const),
    );
    const again = drillCards(demo, [], log);
    const [later, tomorrow] = [monday + 3_600_000, monday + day];
    const inTheEvening = nextDrills(again, later, { since: monday }).today;
    expect(inTheEvening).toHaveLength(first.length - 6);
    expect(nextDrills(again, tomorrow, { since: tomorrow }).today).toHaveLength(first.length);
  });

  test('short and often: never more than asked, however long one was away', () => {
    const box = drillCards(demo, [], none);
    const log = new Map(box.map(({ name }) => [name, afterDrill(null, 'again', monday)] as const));
    const { today, left } = nextDrills(drillCards(demo, [], log), monday + 3_650 * day);
    expect(today).toHaveLength(12);
    expect(left).toBe(box.length - 12);
  });
});

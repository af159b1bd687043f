import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as tonal } from 'tonal';
import {
  arrange,
  expand,
  formatChord,
  leftAsItIs,
  levels,
  measureParts,
  noDecisions,
  parseChart,
  printChart,
  readRun,
  styles,
  sungNotes,
  takeChoices,
  toLetters,
  usualReach,
  voice,
  withEdits,
  withPin,
  type ArrangeWishes,
  type ChartResult,
  type Choice,
  type Decisions,
  type Reach,
  type SongArrangement,
  type Timeline,
} from '../src/index.ts';
import { demoSongs, progressions } from './corpus.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';

const bare = `title: Bare
key: G
meter: 4/4
tempo: 72
road: Verse 1, Chorus, Verse 2, Chorus, Bridge, Chorus

Verse 1:
  1 | 5 | 6m | 4
  > Low the | river | under the | stone
  1 | 5 | 6m | 4
  > slow the | lantern | carried a- | lone

Verse 2:
  1 | 5 | 6m | 4
  > Late the | ferry | late the | bell
  1 | 5 | 6m | 4
  > late the | story | nobody'd | tell

Chorus:
  4 | 1 | 5 | 6m
  > Come to the | water | come and be | still
  4 | 1 | 5 | 5
  > come to the | water | down by the | mill

Bridge:
  6m | 4 | 1 | 5
  > Wake me | early | wake me | long
`;

const usual: ArrangeWishes = { style: styles[1]!, level: 'strong', busy: 'usual' };

const troublesOf = (read: ChartResult) => (read.ok ? 0 : read.problems.length);

function arranged(
  read: ChartResult,
  wishes: Partial<ArrangeWishes> = {},
  decisions: Decisions = noDecisions,
): SongArrangement {
  const found = arrange(read, decisions, { ...usual, ...wishes });
  if (!found.ok) throw new Error(found.why);
  return found.arrangement;
}

function taken(
  read: ChartResult,
  choices: readonly Choice[],
  decisions: Decisions = noDecisions,
): { read: ChartResult; decisions: Decisions } {
  const { edit, refused } = takeChoices(read, decisions, choices);
  if (!edit.ok) throw new Error(edit.why);
  expect(refused).toEqual([]);
  return {
    read: parseChart(withEdits(read.text, edit.changes)),
    decisions: edit.decisions!,
  };
}

/*
 * What an arrangement promises, looked at in the chart that it leaves by nothing that made it: each time through a section is compared
 * with what was sung and played there before.
 */

/** The roots and basses of a part, a text for each of its bars: colours change none of them. */
const barsOf = ({ parts }: Timeline, part: number): string[] =>
  parts[part]!.bars.map(({ slots }) =>
    slots
      .flatMap(({ is }) => {
        if (is.kind !== 'chord') return [];
        const { chord, ticks } = is;
        const root = chord.kind === 'named' ? [chord.root, chord.bass] : chord;
        return [`${JSON.stringify(root)} ${ticks}`];
      })
      .join(' '),
  );

const wordsOf = ({ parts }: Timeline): string[][] =>
  parts.map(({ bars }) => bars.flatMap(({ words }) => words));

function promises(
  before: ChartResult,
  after: ChartResult,
  choices: readonly Choice[],
  perMove: number,
): string[] {
  const broken: string[] = [];
  const [old, now] = [expand(before.song), expand(after.song)];
  const intro = choices.some(({ kind }) => kind === 'intro') ? 1 : 0;
  const oldParts = old.parts.length;
  const shift =
    now.parts.length - oldParts - (choices.some(({ kind }) => kind === 'ending') ? 1 : 0);
  if (shift < intro) broken.push('a time through a section is gone');
  const seen = new Set<string>();
  for (let part = 0; part < oldParts; part += 1) {
    const name = before.song.sections[old.parts[part]!.section]!.name.replace(/ \d+$/, '');
    const there = part + shift;
    const [was, is] = [barsOf(old, part), barsOf(now, there)];
    if (was.length !== is.length) {
      broken.push(`${name} has other bars`);
      continue;
    }
    const changed = is.map((bar, at) => bar !== was[at]);
    const isFirst = !seen.has(name);
    const comesAgain =
      old.parts.filter(
        ({ section }) => before.song.sections[section]!.name.replace(/ \d+$/, '') === name,
      ).length > 1;
    if (isFirst && comesAgain && changed.some(Boolean))
      broken.push(`${name} is not plain at first`);
    seen.add(name);
    if (changed.filter(Boolean).length > Math.max(1, Math.ceil(changed.length / perMove)) * 2)
      broken.push(`${name} is too busy`);
  }
  const words = wordsOf(now).slice(shift, shift + oldParts);
  if (JSON.stringify(words) !== JSON.stringify(wordsOf(old))) broken.push('words are others');
  return broken;
}

const perMove = { sparing: 8, usual: 4, generous: 2 } as const;

describe('an arrangement keeps what it promises', () => {
  const pieces = [...demoSongs, ...progressions.slice(0, runs(8)), { title: 'Bare', text: bare }];
  test.each(styles.map(({ id }) => [id] as const))('%s', (id) => {
    const style = styles.find((one) => one.id === id)!;
    for (const { title, text } of pieces) {
      const read = parseChart(text);
      for (const [index, level] of levels.entries()) {
        const busy = (['sparing', 'usual', 'generous'] as const)[index]!;
        const wishes = { style, level, busy };
        const { choices, arc } = arranged(read, wishes);
        expect(arranged(read, wishes).choices.map(({ id: one, value }) => [one, value])).toEqual(
          choices.map(({ id: one, value }) => [one, value]),
        );
        const { read: after } = taken(read, choices);
        expect([title, troublesOf(after)]).toEqual([title, troublesOf(read)]);
        expect([title, promises(read, after, choices, perMove[busy])]).toEqual([title, []]);
        // Of one section no time is thinner than the one before, but for the breath.
        for (const [at, one] of arc.entries()) {
          const last = arc
            .slice(0, at)
            .findLast(({ section, isBreath }) => section === one.section && !isBreath);
          if (last && !one.isBreath) expect(one.wanted).toBeGreaterThanOrEqual(last.wanted - 1e-9);
        }
      }
    }
  });
  test('runs stand where nobody sings, never in the first two times, none for a beginner', () => {
    const read = parseChart(demoSongs.find(({ title }) => title === 'the-ferry-bell')!.text);
    for (const style of styles) {
      expect(
        arranged(read, { style, level: 'beginner', busy: 'generous' }).choices.filter(
          ({ kind }) => kind === 'run',
        ),
      ).toEqual([]);
      const { choices } = arranged(read, { style, level: 'strong', busy: 'generous' });
      const { slots } = expand(read.song);
      const sung = sungNotes(expand(read.song));
      for (const { change, time } of choices) {
        if (change.kind !== 'run') continue;
        const { placed } = change;
        const at = slots.find(({ slot, pass }) => slot === placed.slot && pass === time)!;
        const from = at.start + placed.start;
        const run = readRun(placed.run);
        if (!run.ok) throw new Error('The run cannot be read.');
        const { ticks } = run.value;
        expect(
          sung.filter(({ onset, ticks: long }) => onset < from + ticks && onset + long > from),
        ).toEqual([]);
      }
    }
  });
  test('no chord that a move adds stands a half step under a long sung note', () => {
    const read = parseChart(demoSongs.find(({ title }) => title === 'the-ferry-bell')!.text);
    const { choices } = arranged(read, { style: styles[3]!, busy: 'generous' });
    const moves = choices.filter(({ kind }) => kind === 'move');
    expect(moves.length).toBeGreaterThan(0);
    const now = expand(taken(read, moves).read.song);
    const sung = sungNotes(now);
    for (const { is, start } of now.slots) {
      if (is.kind !== 'chord' || is.chord.kind !== 'named') continue;
      const root = [0, 2, 4, 5, 7, 9, 11][is.chord.root.step - 1]! + is.chord.root.alter;
      for (const { onset, ticks, degree } of sung) {
        const over = Math.min(onset + ticks, start + is.ticks) - Math.max(onset, start);
        if (over < 480) continue;
        const note = [0, 2, 4, 5, 7, 9, 11][degree.step - 1]! + degree.alter;
        expect((note - root + 24) % 12).not.toBe(1);
      }
    }
  });
});

test('what is taken alone is there alone, and all together is one edit from where one was', () => {
  const read = parseChart(bare);
  const { choices } = arranged(read, { style: styles[3]! });
  expect(new Set(choices.map(({ kind }) => kind))).toEqual(
    new Set(['intro', 'pattern', 'left shape', 'dynamics', 'colour', 'move', 'run', 'ending']),
  );
  for (const choice of choices) {
    const edit = choice.edit(read);
    if (!edit.ok) throw new Error(edit.why);
    const alone = parseChart(withEdits(bare, edit.changes));
    expect(troublesOf(alone)).toBe(0);
    expect(
      JSON.stringify(edit.decisions) !== JSON.stringify(noDecisions) || alone.text !== bare,
    ).toBe(true);
  }
  expect(takeChoices(read, noDecisions, choices).edit).toMatchObject({ ok: true, changes: [{}] });
  expect(takeChoices(read, noDecisions, []).edit).toMatchObject({ ok: true, changes: [] });
});

test('what a player decided stays with its chords, and what the chart says stays', () => {
  const text = bare.replace(
    'Chorus:\n',
    'Chorus:\n  right: block\n  left shape: 1-5-10\n  * stronger\n',
  );
  const read = parseChart(text);
  const { slots } = expand(read.song);
  const six = slots.find(
    ({ is, section }) => section === 2 && is.kind === 'chord' && formatChord(is.chord) === '6m',
  )!;
  if (six.is.kind !== 'chord') throw new Error('There is no chord.');
  const place = { slot: six.slot, chord: six.is.chord };
  const hands = withPin(
    noDecisions.hands,
    place,
    { left: [52], right: [64, 67, 71] },
    read.song.key,
  );
  const decisions = { ...noDecisions, hands };
  const { choices } = arranged(read, { style: styles[3]! }, decisions);
  expect(choices.filter(({ id }) => id === 'pattern 2' || id === 'left shape 2')).toEqual([]);
  expect(choices.filter(({ kind, section }) => kind === 'dynamics' && section === 2)).toEqual([]);
  const after = taken(read, choices, decisions);
  const [pin] = after.decisions.hands.pins;
  const now = expand(after.read.song).slots.find(({ slot }) => slot === pin!.slot)!;
  expect(now.is.kind === 'chord' && now.is.chord.kind === 'named' && now.is.chord.root.step).toBe(
    6,
  );
  expect(after.decisions.hands.sections.length).toBeGreaterThan(0);
});

test('what stands fast stays when one asks again in another style, and what was left stays away', () => {
  const read = parseChart(bare);
  const { choices } = arranged(read);
  for (const kept of choices.filter(
    ({ kind }) => kind === 'move' || kind === 'pattern' || kind === 'intro',
  )) {
    const locks = { [kept.id]: kept.value };
    const again = arranged(read, { locks });
    expect(again.unkept).toEqual([]);
    expect(again.choices.find(({ id }) => id === kept.id)?.value).toBe(kept.value);
    const without = arranged(read, { locks: { [kept.id]: leftAsItIs } });
    expect(without.choices.find(({ id }) => id === kept.id)).toBeUndefined();
    expect(without.unkept).toEqual([]);
  }
  // Two that would stand beside each other: one of them gives way, and it is said which.
  const moves = arranged(read, { style: styles[3]!, busy: 'generous' }).choices.filter(
    ({ kind }) => kind === 'move',
  );
  const locks = Object.fromEntries(
    moves.flatMap(({ id, value }) => {
      const [, bar, rest] = /^move (\d+)(:.*)$/.exec(id)!;
      return [
        [id, value],
        [`move ${Number(bar) + 1}${rest}`, value],
      ];
    }),
  );
  const contradictory = arranged(read, { locks });
  expect(contradictory.unkept.length).toBeGreaterThan(0);
  for (const { why } of contradictory.unkept) expect(why).toMatch(/\.$/);
});

test('a level is within the one above: a beginner has no move, no colour, no pattern of the left hand', () => {
  const read = parseChart(bare);
  for (const style of styles) {
    const kinds = arranged(read, { style, level: 'beginner', busy: 'generous' }).choices;
    expect(kinds.filter(({ kind }) => kind === 'colour' || kind === 'run')).toEqual([]);
    for (const { change } of kinds) {
      if (change.kind === 'pattern') expect(change.pair.left).toBeNull();
      if (change.kind === 'left') expect(change.left.shape).toBe('1');
    }
    const strong = arranged(read, { style, level: 'strong' }).choices.length;
    expect(strong).toBeGreaterThan(kinds.length);
  }
});

/** Hands of two sizes more (half steps that are held, and rolled); common practice, no published source. */
const smallHands: Reach = { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } };
const wideHands: Reach = { left: { held: 16, rolled: 17 }, right: { held: 15, rolled: 16 } };

test.each([
  ['beginner', smallHands],
  ['average', usualReach],
  ['strong', wideHands],
] as const)(
  'who is %s can play all of it: no hand wider than it is, no chord beyond what is asked, runs at a speed that is played cleanly',
  (level, reach) => {
    let [chords, runsHeard] = [0, 0];
    for (const { text } of [{ text: bare }, ...demoSongs]) {
      const read = parseChart(text);
      const upper = ({ is }: Timeline['slots'][number]) =>
        is.kind === 'chord' ? toLetters(is.chord, read.song.key).split('/')[0]! : null;
      const known = new Set(expand(read.song).slots.map(upper));
      const style = styles[text.length % styles.length]!;
      const { choices } = arranged(read, { style, level, reach, busy: 'generous' });
      const after = taken(read, choices);
      const timeline = expand(after.read.song);
      const { hands, fills } = after.decisions;
      const voiced = voice(timeline, { sections: hands.sections, reach }).slots;
      for (const [at, { is }] of timeline.slots.entries()) {
        if (is.kind !== 'chord') continue;
        const { left, right, rolled } = voiced[at]!;
        expect(left.length + right.length).toBeGreaterThan(0);
        for (const [notes, is, span] of [
          [left, rolled.left, reach.left],
          [right, rolled.right, reach.right],
        ] as const)
          expect(Math.max(0, ...notes) - Math.min(...notes, 200)).toBeLessThanOrEqual(
            is ? span.rolled : span.held,
          );
        chords += 1;
      }
      // What is new to a beginner is a triad, as it stands or over another bass: three tones, by tonal.
      for (const chord of timeline.slots.map(upper))
        if (level === 'beginner' && chord !== null && !known.has(chord))
          expect(tonal.get(chord).notes).toHaveLength(3);
      for (const { run } of fills.placed) {
        expect(level).not.toBe('beginner');
        if (level === 'average') expect(run.grade).not.toBe('showpiece');
        const found = readRun(run);
        if (!found.ok) throw new Error('A placed run cannot be read.');
        const { events } = found.value;
        // Above 12 notes a second nobody plays cleanly (the trade's own number): in any beat of a quarter, at the tempo of the song.
        const fastest = Math.max(
          ...events.map(
            ({ start }) =>
              new Set(
                events
                  .filter((one) => one.start >= start && one.start < start + 480)
                  .map((one) => one.start),
              ).size,
          ),
        );
        expect((fastest * (read.song.tempo ?? 80)) / 60).toBeLessThanOrEqual(12);
        runsHeard += 1;
      }
    }
    expect(chords).toBeGreaterThan(400);
    expect(runsHeard > 0).toBe(level !== 'beginner');
  },
);

test('it is heard as it was wanted: choruses are fuller than verses, the last the fullest, the breath before it thin', () => {
  const read = parseChart(bare);
  for (const style of styles) {
    const { choices, arc } = arranged(read, { style });
    expect(arc.map(({ isBreath }) => isBreath)).toEqual([false, false, false, false, true, false]);
    const after = taken(read, choices);
    const timeline = expand(after.read.song);
    const { hands, fills } = after.decisions;
    const heard = measureParts({ ...voice(timeline, { sections: hands.sections }), fills });
    const full = heard.map(({ density, loudness }) => density + loudness);
    const [, verse, chorus, verse2, chorus2, bridge, last] = full;
    expect(chorus).toBeGreaterThan(verse!);
    expect(chorus2).toBeGreaterThan(verse2!);
    expect(last).toBeGreaterThanOrEqual(chorus2! - 0.05);
    expect(bridge).toBeLessThan(last!);
  }
});

test('what is said of single times parts the steps of the roadmap, and plays the same', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...demoSongs),
      fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }),
      ({ text }, said) => {
        const read = parseChart(text);
        const before = expand(read.song).parts;
        const soft = before.flatMap(({ section, pass }, part) =>
          said[part] ? [{ id: `dynamics ${part}-${part}`, section, pass, part }] : [],
        );
        const locks = Object.fromEntries(soft.map(({ id }) => [id, 'softer']));
        const { choices } = arranged(read, { locks });
        const dynamics = choices.filter(({ kind }) => kind === 'dynamics');
        const now = expand(taken(read, dynamics).read.song).parts;
        expect(now.map(({ section, pass }) => [section, pass])).toEqual(
          before.map(({ section, pass }) => [section, pass]),
        );
        // A step that goes on until the signal is not parted: it has the words of its first time.
        for (const { change } of dynamics)
          if (change.kind === 'direction')
            for (const part of change.parts)
              if (!before[part]!.open) expect(now[part]!.direction).toContain(change.words);
      },
    ),
    { numRuns: runs(30) },
  );
});

test('an arc that somebody draws is followed', () => {
  const read = parseChart(bare);
  const drawn = [0.9, 0.1, 0.9, 0.1, 0.9, 0.1];
  const { arc } = arranged(read, { style: styles[2]!, drawn });
  expect(arc.map(({ wanted }) => wanted)).toEqual(drawn);
  const [verse, chorus] = arc;
  expect(verse!.planned).toBeGreaterThan(chorus!.planned + 0.3);
});

describe('whatever is written, there is an arrangement or a sentence', () => {
  const many = Array.from({ length: 200 }, (_, at) => `Part ${at + 1}:\n  1 | 4 | 5 | 1\n`).join(
    '\n',
  );
  test.each([
    ['one chord for 64 bars', `Verse:\n  1${' | 1'.repeat(63)}\n`],
    ['200 sections', many],
    ['free time throughout', 'Verse:\n  {free} 1 | 4 | 6m | 5\nChorus:\n  {free} 4 | 5 | 1 | 1\n'],
    ['no words', 'Verse:\n  1 | 4 | 5 | 1\n'],
    ['sections without names of their own', 'Verse:\n  1 | 4\nVerse:\n  1 | 5\nVerse:\n  6m | 4\n'],
    ['a metre of groups', 'meter: 7/8 (4+3)\n\nVerse x3:\n  1 | 4 | 5 | 1\n'],
    ['a song that is not whole', 'Verse x2:\n  1 | wat | 5\n'],
  ])('%s', (_, text) => {
    const read = parseChart(text);
    const { choices, said } = arranged(read, { busy: 'generous' });
    expect(said.length).toBeGreaterThan(0);
    const after = taken(read, choices);
    expect(troublesOf(after.read)).toBe(troublesOf(read));
  });
  test.each([
    ['nothing', ''],
    ['slashes alone', 'Verse:\n  _ . . . | . . . .\n'],
  ])('%s', (_, text) => {
    expect(arrange(parseChart(text), noDecisions, usual)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/chord/),
    });
  });
  test('any song at all', () => {
    fc.assert(
      fc.property(
        songs,
        fc.constantFrom(...styles),
        fc.constantFrom(...levels),
        (song, style, level) => {
          const read = parseChart(printChart(song));
          const found = arrange(read, noDecisions, { style, level, busy: 'generous' });
          if (!found.ok) return;
          const { edit } = takeChoices(read, noDecisions, found.arrangement.choices);
          if (!edit.ok) throw new Error(edit.why);
          const after = parseChart(withEdits(read.text, edit.changes));
          expect(troublesOf(after)).toBeLessThanOrEqual(troublesOf(read));
          expect(expand(after.song).parts.length).toBeGreaterThanOrEqual(
            expand(read.song).parts.length,
          );
        },
      ),
      { numRuns: runs(60) },
    );
  });
});

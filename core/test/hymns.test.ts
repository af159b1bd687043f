import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord, Note } from 'tonal';
import {
  aroundStanza,
  expand,
  formatChord,
  harmonizeStanza,
  harmonyRates,
  hymnSchools,
  missingAround,
  parseChart,
  perform,
  sungNotes,
  toLetters,
  voice,
  withEdits,
  writeStanza,
  type Stanza,
  type StanzaChord,
  type StanzaWishes,
  type Timeline,
} from '../src/index.ts';
import { runs } from './deep.ts';

const plain: StanzaWishes = { school: 'plain', rate: 'each beat' };

function timelineOf(key: string, tune: readonly string[], meter = '4/4'): Timeline {
  const lines = tune.map((line) => {
    const bars = line.split('|').length;
    return `  ${Array.from({ length: bars }, () => '_').join(' | ')}\n  tune: ${line}\n`;
  });
  const read = parseChart(`key: ${key}\nmeter: ${meter}\n\nStanza:\n${lines.join('')}`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return expand(read.value);
}

function stanzaOf(timeline: Timeline, wishes: StanzaWishes = plain): Stanza {
  const found = harmonizeStanza(timeline, 0, wishes);
  if (!found.ok) throw new Error(found.why);
  return found.stanza;
}

/*
 * What a teacher marks in four parts (from memory: textbooks of harmony, as Piston, and Aldwell and Schachter). Looked for in the
 * notes alone; which tones a chord has is asked of tonal.
 */
const ranges = [
  [55, 81],
  [55, 74],
  [48, 67],
  [40, 62],
] as const;

function marksOf(timeline: Timeline, { chords }: Stanza): Record<string, number> {
  const marks: Record<string, number> = {};
  const mark = (what: string) => (marks[what] = (marks[what] ?? 0) + 1);
  let before: StanzaChord | null = null;
  for (const chord of chords) {
    if (!chord) {
      before = null;
      continue;
    }
    const { notes } = chord;
    const letters = toLetters(chord.chord, timeline.key);
    const tones = Chord.get(letters.split('/')[0]!).notes.map((name) => Note.chroma(name));
    const bass = Note.chroma(
      letters.includes('/') ? letters.split('/')[1]! : Chord.get(letters).tonic!,
    );
    if (tones.length === 0) throw new Error(`tonal does not know ${letters}.`);
    const classes = notes.map((note) => note % 12);
    if (classes[3] !== bass) mark('another bass');
    if (classes.slice(1).some((one) => !tones.includes(one))) mark('foreign tone');
    if (!classes.includes(tones[0]!) || !classes.includes(tones[1]!)) mark('without root or third');
    for (const [part, note] of notes.entries()) {
      const [lowest, high] = ranges[part]!;
      // Under a tune that goes lower than sopranos like, the inner parts do too.
      const low = part === 1 || part === 2 ? lowest - Math.max(0, 62 - notes[0]) : lowest;
      if (note < low || note > high) mark('out of range');
      if (part > 0 && note >= notes[part - 1]!) mark('crossed');
      if ((part === 1 || part === 2) && notes[part - 1]! - note > 12) mark('too far apart');
    }
    const isFive = formatChord(chord.chord)
      .replace(/\/.*/, '')
      .match(/^(?:5|57)$/);
    const leading = tones[1]!;
    if (isFive && classes.filter((one) => one === leading).length > 1) mark('doubled leading tone');
    if (before && before.ends === null)
      for (let one = 0; one < 4; one += 1)
        for (let other = one + 1; other < 4; other += 1) {
          const moved = [notes[one]! - before.notes[one]!, notes[other]! - before.notes[other]!];
          if (moved[0]! * moved[1]! <= 0) continue;
          const was = (before.notes[one]! - before.notes[other]!) % 12;
          const is = (notes[one]! - notes[other]!) % 12;
          if (was === is && (is === 0 || is === 7)) mark('parallels');
          if (one === 0 && other === 3 && (is === 0 || is === 7) && Math.abs(moved[0]!) > 2)
            mark('hidden by leap');
        }
    before = chord;
  }
  return marks;
}

/** Tunes that begin and end at home and go mostly by step, in phrases of two bars. */
const tunes = fc
  .record({
    key: fc.constantFrom('C', 'G', 'F', 'D', 'Bb', 'Eb', 'A'),
    isMinor: fc.boolean(),
    steps: fc.array(fc.constantFrom(-2, -1, -1, -1, 0, 1, 1, 1, 2, 3, -3), {
      minLength: 28,
      maxLength: 28,
    }),
  })
  .map(({ key, isMinor, steps }) => {
    const home = isMinor ? 6 : 1;
    let at = isMinor ? -2 : 0;
    const low = isMinor ? -3 : -2;
    const notes = [at, ...steps.map((step) => (at = Math.max(low, Math.min(low + 8, at + step))))];
    const typed = notes.map((height) => {
      const step = ((height % 7) + 7) % 7;
      const octave = Math.floor(height / 7);
      // A minor tune has its seventh raised.
      const sign = isMinor && step === 4 ? '#' : '';
      return `${sign}${step + 1}${octave > 0 ? "'" : octave < 0 ? ',' : ''}`;
    });
    const lines = [0, 7, 14, 21].map((from, line) => {
      const some = typed.slice(from, from + 7);
      // As tunes do, down to home by a step.
      if (line === 3) some.splice(5, 2, ...(isMinor ? ['7,', '6,'] : ['2', '1']));
      return `${some.slice(0, 4).join(' ')} | ${some.slice(4).join(' ')} .`;
    });
    return {
      key: isMinor ? `${key === 'Bb' ? 'G' : key === 'Eb' ? 'C' : key} minor` : key,
      lines,
      home,
    };
  });

test('four parts under any tune: nothing that a teacher marks, home at the end from the five or the four', () => {
  const total: Record<string, number> = {};
  let stanzas = 0;
  let own = 0;
  fc.assert(
    fc.property(tunes, fc.constantFrom(...hymnSchools), ({ key, lines }, school) => {
      const timeline = timelineOf(key, lines);
      const stanza = stanzaOf(timeline, { school, rate: 'each beat' });
      stanzas += 1;
      own += stanza.faults;
      for (const [what, count] of Object.entries(marksOf(timeline, stanza)))
        total[what] = (total[what] ?? 0) + count;
      const last = stanza.chords.findLast((one) => one !== null)!;
      const home = timeline.key.mode === 'minor' ? '6m' : '1';
      expect(formatChord(last.chord)).toBe(home);
    }),
    { numRuns: runs(100) },
  );
  console.log(`${stanzas} stanzas of 28 chords: ${JSON.stringify(total)}; ${own} told by itself`);
  expect(total).toEqual({});
  // A seventh that the tune lets go nowhere.
  expect(own).toBeLessThan(stanzas / 50);
});

/** Tunes in the public domain, and beginnings of some, as degrees (from memory). */
const hymns: readonly (readonly [
  name: string,
  key: string,
  meter: string,
  lines: readonly string[],
])[] = [
  [
    'Old Hundredth',
    'G',
    '4/4',
    ['1 1 7, 6, | 5, 1 2 3', '3 3 3 2 | 1 4 3 2', '1 2 3 2 | 1 6, 7, 1', '5 3 1 2 | 4 3 2 1'],
  ],
  [
    'Hymn to Joy',
    'F',
    '4/4',
    ['3 3 4 5 | 5 4 3 2 | 1 1 2 3 | 3 . 2 .', '3 3 4 5 | 5 4 3 2 | 1 1 2 3 | 2 . 1 .'],
  ],
  ['St Anne', 'C', '4/4', ["5 3 6 5 | 1' 1' 7 1'", "5 1' 5 6 | #4 . 5 ."]],
  ['Lobe den Herren', 'F', '3/4', ['1 1 5 | 3 (2 2) 1 | 7, 6, 5, | 6, 7, 1 | 2 . . | 1 . .']],
  ['Nun danket', 'Eb', '4/4', ['5 5 5 6 | 6 . 5 .', '3 4 3 2 | 3 2 1 .']],
  [
    'Stille Nacht',
    'Bb',
    '6/8',
    [
      '5 . 6 5 3 . | 5 . 6 5 3 .',
      "2' . 2' 7 . . | 1' . 1' 5 . .",
      "6 . 6 1' 7 6 | 5 6 5 3 . .",
      "2' . 2' 4' 2' 7 | 1' . . 3' . .",
      "1' 5 3 5 4 2 | 1 . . . . .",
    ],
  ],
  ['Adeste fideles', 'G', '4/4', ['1 . 5, 1 | 2 . 5, . | 3 2 3 4 | 3 . 2 .']],
  [
    'Antioch',
    'D',
    '4/4',
    ["1' . 7 6 | 5 . . 4 | 3 . 2 . | 1 . . 5", "6 . . 6 | 7 . . 7 | 1' . . ."],
  ],
  ['Nicaea', 'D', '4/4', ['1 1 3 3 | 5 . 5 . | 6 . 6 6 | 5 . 3 .']],
  ['Tallis’s Canon', 'G', '4/4', ['1 1 7, 1 | 1 2 2 3']],
];

test('tunes of hymns are harmonised without a mark', () => {
  for (const [name, key, meter, lines] of hymns)
    for (const school of hymnSchools)
      for (const rate of harmonyRates) {
        const timeline = timelineOf(key, lines, meter);
        const stanza = stanzaOf(timeline, { school, rate });
        expect([name, school, rate, marksOf(timeline, stanza)]).toEqual([name, school, rate, {}]);
      }
});

test('a chord that colours is not worn out: in gospel, too, none with a note from outside comes again and again', () => {
  for (const [name, key, meter, lines] of hymns) {
    const timeline = timelineOf(key, lines, meter);
    const { chords } = stanzaOf(timeline, { school: 'gospel', rate: 'each beat' });
    const scale = new Set(
      [0, 2, 4, 5, 7, 9, 11].map((step) => (step + Note.chroma(key.split(' ')[0]!)!) % 12),
    );
    const counts = new Map<string, number>();
    for (const one of chords) {
      if (!one || key.includes('minor')) continue;
      const letters = toLetters(one.chord, timeline.key);
      const tones = Chord.get(letters.split('/')[0]!).notes.map((tone) => Note.chroma(tone)!);
      if (tones.some((tone) => !scale.has(tone)))
        counts.set(letters, (counts.get(letters) ?? 0) + 1);
    }
    for (const [letters, count] of counts)
      expect([name, letters, count <= 1 + Math.max(1, Math.round(chords.length / 16))]).toEqual([
        name,
        letters,
        true,
      ]);
  }
});

test('most beats do what they do in hymnbooks', () => {
  /** Home, away or towards, a letter for each felt beat, as these are usually harmonised (from memory). */
  const usual: readonly (readonly [name: string, doing: string])[] = [
    ['Old Hundredth', 'TTDT TTDT TTTD TSTD TDTD TSDT TTTD STDT'],
    ['Hymn to Joy', 'TTDT TDTD TTDT TTDD TTDT TDTD TTDT DDTT'],
    ['Stille Nacht', 'TT TT DD TT SS TT DD TT TD TT'],
  ];
  const does: Readonly<Record<string, string>> = {
    ...{ 1: 'T', 6: 'T', 3: 'T', 4: 'S' },
    ...{ 2: 'S', 5: 'D', 7: 'D' },
  };
  for (const [name, doing] of usual) {
    const [, key, meter, lines] = hymns.find(([one]) => one === name)!;
    const beat = meter === '6/8' ? 720 : 480;
    const { chords } = stanzaOf(timelineOf(key, lines, meter));
    const wanted = doing.replaceAll(' ', '');
    const found = chords.flatMap((one) =>
      one?.chord.kind === 'named'
        ? [{ is: does[one.chord.root.step]!, wanted: wanted[one.onset / beat]! }]
        : [],
    );
    const same = found.filter((one) => one.is === one.wanted).length;
    console.log(`${name}: ${same} of ${found.length} do what they do in hymnbooks`);
    expect(same / found.length).toBeGreaterThan(0.6);
  }
});

test('a stanza is written into its chart: chords, and both hands with the tune above all', () => {
  for (const [name, key, meter, lines] of hymns) {
    const timeline = timelineOf(key, lines, meter);
    const { text } = parseChart(
      `key: ${key}\nmeter: ${meter}\n\nStanza:\n${lines
        .map(
          (line) =>
            `  ${line
              .split('|')
              .map(() => '_')
              .join(' | ')}\n  tune: ${line}\n`,
        )
        .join('')}`,
    );
    const stanza = stanzaOf(timeline, { school: 'passing', rate: 'each beat' });
    const edit = writeStanza(timeline, 0, stanza)(parseChart(text));
    if (!edit.ok) throw new Error(`${name}: ${edit.why}`);
    const after = parseChart(withEdits(text, edit.changes));
    if (!after.ok) throw new Error(`${name}: ${after.problems[0]!.message}`);
    const now = expand(after.value);
    expect(sungNotes(now).map(({ note }) => note)).toEqual(
      sungNotes(timeline).map(({ note }) => note),
    );
    const { notes } = perform(voice(now));
    for (const chord of stanza.chords) {
      if (!chord) continue;
      const sounding = notes.filter(
        ({ onset, ticks }) => onset <= chord.onset + 30 && onset + ticks > chord.onset + 30,
      );
      const keys = sounding.map(({ note }) => note).sort((one, other) => other - one);
      expect([name, chord.onset, keys]).toEqual([name, chord.onset, [...chord.notes]]);
    }
  }
});

test.each([
  [
    'a pickup stays one',
    'key: C\nmeter: 4/4\n\nStanza:\n  ( _ ) | _ | _\n  tune: _ . . 5, | 1 2 3 2 | 1 . . _\n',
    /\n {2}\( _ \. \. [^)]+ \) \| /,
  ],
  [
    'the leading tone of a minor key is its seventh',
    'key: D minor\nmeter: 4/4\nminor: own tonic\n\nStanza:\n  _ | _\n  tune: 1 2 b3 2 | 1 7, 1 .\n',
    /play right: 1' 2' b3' 2'[^|]*\| 1' 7 1' /,
  ],
])('%s', (_, text, wanted) => {
  const read = parseChart(text);
  const timeline = expand(read.song);
  for (const rate of harmonyRates) {
    const edit = writeStanza(timeline, 0, stanzaOf(timeline, { school: 'passing', rate }))(read);
    if (!edit.ok) throw new Error(edit.why);
    const after = parseChart(withEdits(text, edit.changes));
    if (!after.ok) throw new Error(after.problems[0]!.message);
    expect(after.text).toMatch(wanted);
    expect(after.text).not.toMatch(/b1/);
    expect(sungNotes(expand(after.value))).toHaveLength(sungNotes(timeline).length);
  }
});

test('the last stanza has other chords, and those before stay as they are', () => {
  const text = `key: G\nmeter: 4/4\n\nStanza x3:\n  1 | 1 5 | 4 | 5 1\n  tune: 1 1 7, 6, | 5, 1 2 3 | 3 3 3 2 | 1 4 3 2\n`;
  const read = parseChart(text);
  const timeline = expand(read.song);
  const edit = writeStanza(
    timeline,
    0,
    stanzaOf(timeline, { school: 'gospel', rate: 'each beat' }),
    'last time',
  )(read);
  if (!edit.ok) throw new Error(edit.why);
  const after = parseChart(withEdits(text, edit.changes));
  if (!after.ok) throw new Error(after.problems[0]!.message);
  const chordsOf = ({ slots }: Timeline, pass: number) =>
    slots.flatMap((slot) =>
      slot.pass === pass && slot.is.kind === 'chord' ? [formatChord(slot.is.chord)] : [],
    );
  const now = expand(after.value);
  for (const pass of [1, 2]) expect(chordsOf(now, pass)).toEqual(chordsOf(timeline, pass));
  expect(chordsOf(now, 3).length).toBeGreaterThan(10);
});

test('around the stanzas: the last line alone by the hands before them, and before the last one, which is higher; an amen', () => {
  for (const [name, key, meter, lines] of hymns) {
    const text = `key: ${key}\nmeter: ${meter}\n\nStanza x4:\n${lines
      .map((line) => `  ${line.replace(/[^|]+/g, ' _ ').trim()}\n  tune: ${line}\n`)
      .join('')}`;
    const bare = parseChart(text);
    const edit = writeStanza(expand(bare.song), 0, stanzaOf(expand(bare.song)))(bare);
    if (!edit.ok) throw new Error(`${name}: ${edit.why}`);
    const read = parseChart(withEdits(bare.text, edit.changes));
    expect(missingAround(read.song, 0)).toEqual({
      introduction: true,
      interlude: true,
      amen: true,
    });
    const put = aroundStanza(read, 0, { introduction: true, interlude: 1, amen: true });
    if (!put.ok) throw new Error(`${name}: ${put.why}`);
    const after = parseChart(withEdits(read.text, put.changes));
    if (!after.ok) throw new Error(`${name}: ${after.problems[0]!.message}`);
    expect(Object.values(missingAround(after.value, 1))).toEqual([false, false, false]);
    const [before, now] = [expand(read.song), expand(after.value)];
    expect(now.parts.map(({ section }) => after.value.sections[section]!.name)).toEqual(
      'Introduction Stanza Stanza Stanza Interlude Stanza Amen'.split(' '),
    );
    // The same is sung, the last time a half step higher, and nothing before, between or behind.
    const sung = sungNotes(before).map(({ note }) => note);
    const last = sung.length / 4;
    expect(sungNotes(now).map(({ note }) => note)).toEqual(
      sung.map((note, at) => (at < 3 * last ? note : note + 1)),
    );
    // What the hands play at the end of a stanza is what they begin with; between, but for the bar that leads to the new key.
    const { notes } = perform(voice(now));
    const starts = [...now.parts.map(({ from }) => now.slots[from]!.start), now.ticks];
    const within = (part: number, from: number, to: number) =>
      notes
        .filter(({ onset }) => onset >= starts[part]! + from && onset < starts[part]! + to)
        .map(({ onset, note }) => `${onset - starts[part]! - from} ${note}`)
        .sort();
    const [intro, stanza] = [starts[1]! - starts[0]!, starts[2]! - starts[1]!];
    expect(within(0, 0, intro)).toEqual(within(1, stanza - intro, stanza));
    const free = intro - intro / now.parts[0]!.bars.length;
    expect(within(4, 0, free)).toEqual(within(0, 0, free));
    const leading = now.slots[now.parts[5]!.from - 1]!.is;
    expect(
      leading.kind === 'chord' && leading.chord.kind === 'named' && leading.chord,
    ).toMatchObject({ figures: expect.arrayContaining([{ figure: 7, alter: -1 }]) });
  }
});

test.each([
  [
    'no chord',
    'Stanza x2:\n  _ | _\n',
    { introduction: true, interlude: null, amen: false },
    /no chord/,
  ],
  [
    'sung once',
    'Stanza:\n  1 | 5\n',
    { introduction: true, interlude: 2, amen: true },
    /sung once/,
  ],
  [
    'nothing wished',
    'Stanza:\n  1 | 5\n',
    { introduction: false, interlude: null, amen: false },
    /Nothing is wished/,
  ],
])('around a stanza of which there is %s says why not', (_, text, wishes, why) => {
  const put = aroundStanza(parseChart(text), 0, wishes);
  expect(put.ok ? '' : put.why).toMatch(why);
});

test('a roadmap keeps its own steps around what is put between the stanzas', () => {
  const text =
    'road: Stanza (softer), Reading, Stanza x2 (all)\n\nStanza:\n  1 | 5\n\nReading:\n  6m | 4\n';
  const put = aroundStanza(parseChart(text), 0, { introduction: true, interlude: 0, amen: false });
  if (!put.ok) throw new Error(put.why);
  expect(withEdits(text, put.changes)).toMatch(
    /^road: Introduction, Stanza \(softer\), Reading, Stanza x1 \(all\), Interlude, Stanza x1 \(all\)$/m,
  );
});

test('a hand that does not reach the tenor leaves it to the other, and says why', () => {
  const timeline = timelineOf('C', hymns[0]![3]);
  const small = { left: { held: 9, rolled: 9 }, right: { held: 14, rolled: 14 } };
  const { chords } = stanzaOf(timeline, { ...plain, reach: small });
  const taken = chords.filter((one) => one?.tenor === 'right');
  expect(taken.length).toBeGreaterThan(0);
  for (const one of taken) {
    expect(one!.notes[0] - one!.notes[2]).toBeLessThanOrEqual(14);
    expect(one!.why).toMatch(/left hand/);
  }
});

test.each([
  ['a section without a tune', 'Stanza:\n  1 | 4\n', /no tune/],
  [
    'a tune over four octaves',
    "Stanza:\n  _ | _\n  tune: 1,, 1 1' 1'' | 1''' 1 1, 1\n",
    /no soprano/,
  ],
])('%s says why not', (_, text, why) => {
  const found = harmonizeStanza(expand(parseChart(text).song), 0, plain);
  expect(found).toMatchObject({ ok: false, why: expect.stringMatching(why) });
});

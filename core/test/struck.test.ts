import { describe, expect, test } from '@jest/globals';
import tonejsMidi from '@tonejs/midi';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  expand,
  parseChart,
  perform,
  strike,
  toMidi,
  toPianoMusicXml,
  voice,
  withPin,
  withWalk,
  freeHands,
  type Hand,
  type StruckNote,
  type Voiced,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { playedOnce, songs } from './generators.ts';

/** A note by when it begins and ends, in ticks of the song. */
type Sound = readonly [note: number, from: number, to: number];
const inOrder = (sounds: readonly Sound[]) =>
  sounds
    .toSorted((one, other) => one[1] - other[1] || one[0] - other[0] || one[2] - other[2])
    .map((sound) => sound.join(' '));
const hands: readonly Hand[] = ['left', 'right'];

/** The piano part read by an XML parser: notes tied together are one. It knows nothing of how the part was made. */
function soundsOfScore(voiced: Voiced, hand: Hand): (readonly [Sound, isShort: boolean])[] {
  interface XmlNote {
    readonly duration: number;
    readonly staff: number;
    readonly chord?: unknown;
    readonly pitch?: { readonly step: string; readonly alter?: number; readonly octave: number };
    readonly tie?: readonly { readonly '@type': string }[];
    readonly notations?: { readonly articulations?: { readonly staccatissimo?: unknown } };
  }
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    isArray: (name) => ['note', 'measure', 'tie'].includes(name),
  });
  const { part } = parser.parse(toPianoMusicXml(voiced))['score-partwise'];
  const measures: readonly { readonly note: readonly XmlNote[] }[] = part.measure ?? [];
  const found: { sound: [number, number, number]; isShort: boolean }[] = [];
  const tied = new Map<number, { sound: [number, number, number]; isShort: boolean }>();
  let start = 0;
  let isShort = false;
  for (const { note } of measures) {
    let at = start;
    let begins = start;
    for (const one of note.filter(({ staff }) => staff === (hand === 'right' ? 1 : 2))) {
      if (one.chord === undefined) {
        begins = at;
        at += one.duration;
        isShort = one.notations?.articulations?.staccatissimo !== undefined;
      }
      if (!one.pitch) continue;
      const { step, alter = 0, octave } = one.pitch;
      const number = 12 * (octave + 1) + [9, 11, 0, 2, 4, 5, 7]['ABCDEFG'.indexOf(step)]! + alter;
      const ties = new Set(one.tie?.map((tie) => tie['@type']));
      const before = ties.has('stop') ? tied.get(number) : undefined;
      const now = before ?? {
        sound: [number, begins, begins] as [number, number, number],
        isShort,
      };
      now.sound[2] = begins + one.duration;
      if (!before) found.push(now);
      if (ties.has('start')) tied.set(number, now);
      else tied.delete(number);
    }
    start = at;
  }
  return found.map((one) => [one.sound, one.isShort]);
}

/** How long what was struck is written: a short note an eighth if there is room, what rings until the hand goes on. */
const asWritten = ({ note, from, until, short }: StruckNote): Sound => [
  note,
  from,
  short ? Math.min(from + 240, until) : until,
];

/** A rolled chord climbs by 45 ticks a note; a score has a wavy line for it. */
const asHeard = ({ note, from, to, rolled }: StruckNote): Sound => [
  note,
  from + Math.min(45 * (rolled ?? 0), to - from - 1),
  to,
];

function expectOneStriking(voiced: Voiced): void {
  const struck = strike(voiced);
  const { notes } = perform(voiced);
  const midi = new tonejsMidi.Midi(toMidi(voiced));
  const first = voiced.timeline.parts[0]?.bars[0];
  const meter = first?.slots[0]?.meter;
  // A pickup stands at the end of a bar whose beginning is silent.
  const lead =
    meter && first.is.kind === 'played' && first.is.pickup
      ? (meter.beats * 1920) / meter.unit - first.slots.reduce((sum, { is }) => sum + is.ticks, 0)
      : 0;
  for (const hand of hands) {
    const own = struck.notes.filter((note) => note.hand === hand);
    expect(
      inOrder(
        notes
          .filter((note) => note.hand === hand)
          .map(({ note, onset, ticks }): Sound => [note, onset, onset + ticks]),
      ),
    ).toEqual(inOrder(own.map(asHeard)));
    const track = midi.tracks.find(({ name }) => name.endsWith(`${hand} hand`));
    // A note that is struck again while it rings ends there in a MIDI file: only where all begin can be compared.
    expect(
      (track?.notes ?? []).map(({ midi: note, ticks }) => `${note} ${ticks - lead}`).sort(),
    ).toEqual(own.map((note) => asHeard(note).slice(0, 2).join(' ')).sort());
    const score = soundsOfScore(voiced, hand);
    expect(inOrder(score.map(([sound]) => sound))).toEqual(inOrder(own.map(asWritten)));
    const isShort = new Set(own.filter(({ short }) => short).map(({ from }) => from));
    for (const [[, from], wedge] of score) expect([from, wedge]).toEqual([from, isShort.has(from)]);
  }
}

describe('what the hands strike is the same wherever it is heard or read', () => {
  test('in the performance, in MIDI and in the piano part, whatever the song', () => {
    fc.assert(
      fc.property(songs, (song) => {
        expectOneStriking(voice(expand({ ...playedOnce(song), swing: null })));
      }),
      { numRuns: runs(7), endOnFailure: true },
    );
  });

  const demo = join(import.meta.dirname, '../../demo/songs');
  test.each(readdirSync(demo))('%s', (file) => {
    const { song } = parseChart(readFileSync(join(demo, file), 'utf8'));
    expectOneStriking(voice(expand({ ...song, swing: null })));
  });
});

const struckOf = (bars: string, head = '') =>
  strike(voice(expand(parseChart(`title: T\nkey: C\nmeter: 4/4\n${head}\nA:\n  ${bars}\n`).song)));
const endsOf = (struck: ReturnType<typeof strike>, at: number, hand: Hand) => [
  ...new Set(
    struck.notes.filter((note) => note.at === at && note.hand === hand).map(({ to }) => to),
  ),
];

describe('each hand for itself', () => {
  test('a push of the right hand alone leaves the left where it is', () => {
    const struck = struckOf('1 | <r4');
    expect([endsOf(struck, 0, 'left'), endsOf(struck, 0, 'right')]).toEqual([[1920], [1680]]);
  });

  test('what rings ends where the next chord begins, pushed or not', () => {
    expect(endsOf(struckOf('1~3 | <4'), 0, 'right')).toEqual([1680]);
    expect(endsOf(struckOf('1~3 | <r4'), 0, 'left')).toEqual([1920]);
    expect(endsOf(struckOf('1~2 | _ | _ | 4'), 0, 'right')).toEqual([3840]);
  });

  test('a stop is as short when it is pushed', () => {
    const struck = struckOf('1 | <4!');
    expect(endsOf(struck, 1, 'right')).toEqual([1680 + 160]);
  });

  test('a hand that a direction silences strikes nothing; hands an octave lower are those of a section that is said so', () => {
    expect(new Set(struckOf('* right hand only\n  1').notes.map(({ hand }) => hand))).toEqual(
      new Set(['right']),
    );
    const notesOf = (bars: string) => struckOf(bars).notes.map(({ note }) => note);
    const low = notesOf('* octave lower\n  1');
    expect(low).not.toEqual(notesOf('1'));
    expect(low).toEqual(notesOf('octave: down\n  1'));
    // Both are one switch: the line counts where they say different things, and they never add up.
    expect(notesOf('octave: down\n  * octave lower\n  1')).toEqual(low);
    expect(notesOf('octave: up\n  * octave lower\n  1')).toEqual(notesOf('octave: up\n  1'));
  });

  test('a walk moves one finger in the middle and holds the others, as it is heard and read', () => {
    const timeline = expand(parseChart('title: T\nkey: C\n\nA:\n  57 | 1\n').song);
    const [{ is, key }] = timeline.slots as [(typeof timeline.slots)[number]];
    if (is.kind !== 'chord') throw new Error('57 is a chord');
    const place = { slot: 0, chord: is.chord };
    const held = withPin(freeHands, place, { left: [43, 50, 55], right: [65, 71, 74] }, key);
    const voiced = voice(timeline, withWalk(held, 0, '8-7'));
    const walk = strike(voiced).notes.filter(({ source }) => source === 'walk');
    expect(walk.map(({ note, from, to }) => [note, from, to])).toEqual([
      [43, 0, 1920],
      [50, 0, 1920],
      [55, 0, 960],
      [53, 960, 1920],
    ]);
    expectOneStriking(voiced);
  });

  test('every note says which slot it is of and how it came to be', () => {
    const struck = struckOf('1 | 4', 'right: block\n');
    expect(new Set(struck.notes.map(({ hand, source }) => `${hand} ${source}`))).toEqual(
      new Set(['left slot', 'right texture']),
    );
    expect(new Set(struck.notes.map(({ at }) => at))).toEqual(new Set([0, 1]));
  });
});

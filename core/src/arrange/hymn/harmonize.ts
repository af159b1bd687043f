import type { Timeline } from '../../chart/time/timeline.ts';
import type { Reach } from '../../hands/shapes/player.ts';
import { usualReach } from '../../hands/shapes/player.ts';
import type { NamedChord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import type { Ticks } from '../../kit/ticks.ts';
import { relativeMajor } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import { costOfFollowing, costOfPlace } from './following.ts';
import { costOfLeading, forbidden } from './leading.ts';
import { stepsOfStanza, type HarmonyRate, type StanzaStep } from './steps.ts';
import { chordsOfSchool, type HymnChord, type HymnSchool } from './vocabulary.ts';
import { hymnRanges, voicingsOf, type FourParts, type Voicing } from './voicings.ts';

export interface StanzaWishes {
  readonly school: HymnSchool;
  readonly rate: HarmonyRate;
  readonly reach?: Reach;
}

/** A chord of a stanza in four parts. */
export interface StanzaChord {
  readonly onset: Ticks;
  readonly ticks: Ticks;
  readonly chord: NamedChord;
  readonly notes: FourParts;
  /** The hand that takes the tenor, and why where it is not the left. */
  readonly tenor: 'left' | 'right';
  readonly why: string | null;
  readonly ends: StanzaStep['ends'];
}

export interface Stanza {
  /** Null where nobody sings. */
  readonly chords: readonly (StanzaChord | null)[];
  /** Octaves that the parts lie over where the tune is written. */
  readonly octaves: number;
  /** Places where a rule is broken, because no way keeps it. */
  readonly faults: number;
  /** How each phrase ends, in a few words. */
  readonly cadences: readonly string[];
}

export type Harmonized =
  { readonly ok: true; readonly stanza: Stanza } | { readonly ok: false; readonly why: string };

/**
 * Four parts under the tune of a section: chords of a school and their parts found together, the cheapest way through the whole stanza
 * (a shortest path over all voicings, exact but for the bound below), with cadences where phrases end.
 * @param section its tune is taken as it is sung the first time
 * @returns why not, where there is no tune or it lies where nobody sings
 */
export function harmonizeStanza(
  timeline: Timeline,
  section: number,
  { school, rate, reach = usualReach }: StanzaWishes,
): Harmonized {
  const part = timeline.parts.find((one) => one.section === section);
  if (!part) return { ok: false, why: 'This section is not played.' };
  const steps = stepsOfStanza(timeline, part, rate);
  const sung = steps.flatMap(({ sung: note }) => (note === null ? [] : [note]));
  if (sung.length === 0)
    return {
      ok: false,
      why: 'There is no tune in this section. Write one under its bars (tune: 5 6 5 3).',
    };
  const octaves = octavesFor(sung);
  if (octaves === null)
    return {
      ok: false,
      why: 'The tune lies where no soprano sings, in any octave. Is it written an octave off in places?',
    };
  const { mode } = timeline.key;
  const home = pitchClass(relativeMajor(timeline.key).tonic);
  const tonic = mode === 'minor' ? 9 : 0;
  const asked = { home, tonic, octaves, reach };
  let vocabulary = chordsOfSchool(school, mode);
  let found = searchThrough(steps, { ...asked, vocabulary });
  // A path does not know what it did before: what comes too often costs more, and it is looked for once more.
  for (let again = 0; again < mostAgain; again += 1) {
    const often = tooOften(found.chords, vocabulary);
    if (often.size === 0) break;
    vocabulary = vocabulary.map((one) =>
      often.has(one.text) ? { ...one, price: one.price + dearer } : one,
    );
    const other = searchThrough(steps, { ...asked, vocabulary });
    // Nothing is gained by a rule that is broken.
    if (other.faults > found.faults) break;
    found = other;
  }
  return { ok: true, stanza: { ...found, octaves, cadences: cadencesOf(found.chords, tonic) } };
}

/** So often a stanza is looked for once more, and so much more what came too often costs each time. */
const mostAgain = 4;
const dearer = 0.5;

/** A chord that colours comes once in so many chords, and once in a short stanza (ours, set by ear). */
const colourEvery = 16;

/** Chords that lead to another than home and come more often than they are heard gladly. */
function tooOften(
  chords: readonly (StanzaChord | null)[],
  vocabulary: readonly HymnChord[],
): ReadonlySet<string> {
  const most = Math.max(1, Math.round(chords.length / colourEvery));
  const counts = new Map<string, number>();
  for (const one of chords) {
    if (!one) continue;
    const text = formatChord(one.chord);
    counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return new Set(
    vocabulary.flatMap(({ does, chord, text }) =>
      does === 'of another' && (counts.get(formatChord(chord)) ?? 0) > most ? [text] : [],
    ),
  );
}

/** The cheapest way through all steps of a stanza. */
function searchThrough(
  steps: readonly StanzaStep[],
  asked: Here,
): Pick<Stanza, 'chords' | 'faults'> {
  let ways: Way[] = [];
  const rows: (readonly Way[] | null)[] = [];
  for (const step of steps) {
    if (step.sung === null) {
      rows.push(null);
      continue;
    }
    const here = candidates(step, asked);
    const before = ways.toSorted((one, other) => one.cost - other.cost).slice(0, mostWays);
    ways = here.map((own) => bestWayTo(own, before, step, asked));
    rows.push(ways);
  }
  const chords = backThrough(rows, ways, steps, asked.reach);
  return { chords, faults: cheapest(ways)?.broken ?? 0 };
}

/** A way to sing a step, with the cheapest one that leads there. */
interface Way {
  readonly voicing: Voicing;
  readonly cost: number;
  /** Steps on the way that break a rule. */
  readonly broken: number;
  readonly before: Way | null;
}

function cheapest(ways: readonly Way[]): Way | null {
  return ways.reduce<Way | null>(
    (best, one) => (best === null || one.cost < best.cost ? one : best),
    null,
  );
}

/** So many ways of a step go on, the cheapest: what costs more than all of these wins nothing later on. */
const mostWays = 160;

/** So many half steps under where sopranos sing a tune goes at most: then the others go lower too. */
const lowestTune = 5;

/** Octaves by which a tune comes to lie where sopranos sing; null where no octave does. */
function octavesFor(sung: readonly number[]): number | null {
  const { low, high, ease } = hymnRanges.soprano;
  const middle = sung.reduce((sum, note) => sum + note, 0) / sung.length;
  const within = (below: number) =>
    [-1, 0, 1, 2].filter((by) =>
      sung.every((note) => note + 12 * by >= low - below && note + 12 * by <= high),
    );
  const inRange = within(0);
  const fits = inRange.length > 0 ? inRange : within(lowestTune);
  if (fits.length === 0) return null;
  return fits.reduce((best, by) =>
    Math.abs(middle + 12 * by - ease) < Math.abs(middle + 12 * best - ease) ? by : best,
  );
}

interface Here {
  readonly vocabulary: readonly HymnChord[];
  readonly home: number;
  readonly tonic: number;
  readonly octaves: number;
  readonly reach: Reach;
}

/** What is sung later in a step and is no tone of the chord, and a chord under a note that it has not. */
const foreign = { later: 0.5, sung: 8 } as const;
const outOfHands = 1.5;

function candidates(
  step: StanzaStep,
  { vocabulary, home, octaves, reach }: Here,
): readonly Voicing[] {
  const soprano = step.sung! + 12 * octaves;
  const classOf = (note: number) => fold(note - home, 12);
  const has = (chord: HymnChord) => chord.tones.includes(classOf(soprano));
  const fitting = vocabulary.filter(has);
  const all = fitting.length > 0 ? fitting : vocabulary;
  return all.flatMap((chord) => {
    const passing = step.later.filter((note) => !chord.tones.includes(classOf(note))).length;
    const more = foreign.later * passing + (has(chord) ? 0 : foreign.sung);
    return voicingsOf(chord, soprano, home).map((one) => ({
      ...one,
      cost: one.cost + more + (tenorIn(one.notes, reach) === null ? outOfHands : 0),
    }));
  });
}

/** So much less than nothing a step costs at most: a fall home from the five of it, the outer parts against each other. */
const mostSaved = 1.2;

function bestWayTo(
  voicing: Voicing,
  before: readonly Way[],
  step: StanzaStep,
  { home, tonic }: Pick<Here, 'home' | 'tonic'>,
): Way {
  const own = voicing.cost + costOfPlace(voicing.of, step, tonic, before.length === 0);
  if (before.length === 0) return { voicing, cost: own, broken: 0, before: null };
  let best: Way | null = null;
  for (const way of before) {
    if (best && way.cost + own - mostSaved >= best.cost) break;
    const follows = costOfFollowing(way.voicing.of, voicing.of, step, tonic);
    const led = step.begins ? 0 : costOfLeading(way.voicing, voicing, home);
    const cost = way.cost + own + follows + led;
    if (!best || cost < best.cost) {
      const broken = way.broken + (led >= forbidden / 10 ? 1 : 0);
      best = { voicing, cost, broken, before: way };
    }
  }
  return best!;
}

function backThrough(
  rows: readonly (readonly Way[] | null)[],
  last: readonly Way[],
  steps: readonly StanzaStep[],
  reach: Reach,
): readonly (StanzaChord | null)[] {
  let way = cheapest(last);
  const chords: (StanzaChord | null)[] = [];
  for (let at = rows.length - 1; at >= 0; at -= 1) {
    const { onset, ticks, ends } = steps[at]!;
    if (rows[at] === null || !way) {
      chords.push(null);
      continue;
    }
    const { of, notes } = way.voicing;
    const tenor = tenorIn(notes, reach);
    chords.push({
      ...{ onset, ticks, ends, chord: of.chord, notes },
      tenor: tenor?.hand ?? 'left',
      why: tenor === null ? 'Neither hand reaches it: roll it from the bass.' : tenor.why,
    });
    way = way.before;
  }
  return chords.reverse();
}

/** The hand that takes the tenor: the left one, where it reaches from the bass; else the right one; null where neither does. */
function tenorIn(
  [soprano, , tenor, bass]: FourParts,
  { left, right }: Reach,
): { readonly hand: 'left' | 'right'; readonly why: string | null } | null {
  if (tenor - bass <= left.held) return { hand: 'left', why: null };
  if (soprano - tenor <= right.held)
    return {
      hand: 'right',
      why: 'The left hand keeps the bass bound; the right one reaches the tenor.',
    };
  return null;
}

function cadencesOf(chords: readonly (StanzaChord | null)[], tonic: number): string[] {
  return chords.flatMap((one, at) => {
    if (!one || one.ends === null) return [];
    const before = chords.slice(0, at).findLast((other) => other !== null);
    const rootOf = (chord: NamedChord) =>
      fold([0, 2, 4, 5, 7, 9, 11][chord.root.step - 1]! + chord.root.alter, 12);
    const root = rootOf(one.chord);
    if (root === fold(tonic + 7, 12)) return ['open, on the five'];
    if (root !== tonic) return ['on another chord'];
    return [
      before && rootOf(before.chord) === fold(tonic + 5, 12)
        ? 'home from the four'
        : 'home from the five',
    ];
  });
}

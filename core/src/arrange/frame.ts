import { readDirections } from '../chart/directions.ts';
import { nameWithoutNumber } from '../chart/roles.ts';
import { feltBeats } from '../chart/meter.ts';
import { printTexture, textureOf, texturesOf, type Textures } from '../chart/texture.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { strikesOfTexture } from '../playing/patternPlan.ts';
import type { ArcPart } from './arc.ts';
import { leftAsItIs, type Locks, type Unkept } from './choice.ts';
import type { PatternPair, Style } from './styles.ts';
import { isWithin, type Level } from './levels.ts';

/** How loud and how high a time through a section is, beyond what the chart says. */
export interface Dynamics {
  /** What the roadmap says; empty where it says nothing. */
  readonly words: string;
  /** 0 for the least that is played, 1 for the most. */
  readonly level: number;
}

/** What is played in a section, and how in each time through it. */
export interface Frame {
  /** By section; null for a section that is not played or stays as it stands. */
  readonly pairs: readonly (PatternPair | null)[];
  /** By part of the timeline; null where the chart says how, and where it cannot be said. */
  readonly dynamics: readonly (Dynamics | null)[];
  /** How full each part is then, from 0 to 1. */
  readonly planned: readonly number[];
  /** Nothing better can be found under these weights; false where the search was broken off. */
  readonly isBest: boolean;
  readonly unkept: readonly Unkept[];
}

const plain: Dynamics = { words: '', level: 0.45 };
const allDynamics: readonly Dynamics[] = [
  plain,
  { words: 'softer', level: 0.2 },
  { words: 'stronger', level: 0.75 },
  { words: 'stronger, octave higher', level: 1 },
];
const breathDynamics: Dynamics = { words: 'softer, right hand only', level: 0 };

/** Of how full a time is, the part of what the hands do, and of how loud and high it is (ours, set by ear). */
const share = { pattern: 0.6, dynamics: 0.4 };

/** What speaks against a choice, in hundredths of the square of how far it is from what is wanted (ours, set by ear). */
const prices = {
  away: 100,
  /** For each word that the roadmap has to say: who reads the chart reads it all. */
  words: 1.2,
  octave: 1,
  /** Chords that are held, and struck hard. */
  hardAndHeld: 6,
  pattern: 0.4,
  /** Two sections behind each other that do the same, each time; stanzas of one that do not, and one that gets thinner. */
  alike: 1.5,
  unlikeStanza: 0.5,
  thinnerStanza: 4,
} as const;

/** A pattern under this is chords that are held. */
const thinPattern = 0.25;

/** So many ways are looked through at most before the best so far is taken. */
const mostWays = 50_000;

export const patternId = (section: number) => `pattern ${section}`;
/** The times from one part of the timeline up to another, which has it too. */
export const dynamicsId = (from: number, to: number) => `dynamics ${from}-${to}`;

/** What stands fast of a part, among others or by itself. */
function dynamicsLock(locks: Locks, part: number): { id: string; words: string } | null {
  for (const [id, words] of Object.entries(locks)) {
    const range = /^dynamics (\d+)-(\d+)$/.exec(id);
    if (range && Number(range[1]) <= part && part <= Number(range[2])) return { id, words };
  }
  return null;
}

export const valueOfPair = ({ right, left }: PatternPair) =>
  `${right ?? 'held'} / ${left ?? 'held'}`;

interface Wishes {
  readonly style: Style;
  readonly level: Level;
  readonly locks: Locks;
  /** The roadmap can say something of single times. */
  readonly canSay: boolean;
}

/**
 * What the hands do in each section and how loud each time through it is, nearest to the wanted arc at the least price: every way is
 * looked through (branch and bound over the sections), or as many as there is time for.
 */
export function findFrame(timeline: Timeline, arc: readonly ArcPart[], wishes: Wishes): Frame {
  const { song } = timeline;
  const unkept: Unkept[] = [];
  const options = song.sections.map((section, index) => {
    const textures = texturesOf(song.textures, section.textures);
    const isSaid = textures.left !== null || textures.right !== null;
    return isSaid ? [asItStands(timeline, textures)] : pairsFor(index, wishes, unkept);
  });
  const dynamics = arc.map((one) => dynamicsFor(timeline, one, wishes, unkept));
  const top = climaxOf(arc);
  const dynamicsAt = (full: number, part: ArcPart) =>
    bestDynamics(full, part, dynamics[part.part]!, part.part === top);
  const bySection = song.sections.map((_, section) => arc.filter((one) => one.section === section));
  const played = [...bySection.keys()].filter((section) => bySection[section]!.length > 0);
  const price = played.map((section) =>
    options[section]!.map(
      (option) =>
        (option.pair && valueOfPair(option.pair) !== held ? prices.pattern : 0) +
        bySection[section]!.reduce((sum, part) => sum + dynamicsAt(option.full, part).price, 0),
    ),
  );
  const neighbours = neighboursOf(arc, played);
  const family = played.map((section) => nameWithoutNumber(song.sections[section]!));
  const fullOf = (index: number, option: number) => options[played[index]!]![option]!.full;
  const together = (index: number, option: number, other: number, otherOption: number) => {
    const [later, earlier] = [fullOf(index, option), fullOf(other, otherOption)];
    const isAlike = Math.abs(later - earlier) < 0.01;
    if (family[index] === family[other])
      return isAlike ? 0 : later < earlier ? prices.thinnerStanza : prices.unlikeStanza;
    return isAlike && later > 0 ? prices.alike * (neighbours.get(index)?.get(other) ?? 0) : 0;
  };
  const { ways, isBest } = leastPrice(price, together);
  const chosen = new Map(
    played.map((section, index) => [section, options[section]![ways[index]!]!]),
  );
  const best = arc.map((part) => dynamicsAt(chosen.get(part.section)!.full, part));
  return {
    pairs: song.sections.map((_, section) => chosen.get(section)?.pair ?? null),
    dynamics: best.map(({ of }) => (of.isSaid ? null : of)),
    planned: best.map(({ full }) => full),
    isBest,
    unkept,
  };
}

const held = 'held / held';

interface PatternOption {
  readonly pair: PatternPair | null;
  readonly full: number;
}

function asItStands({ song }: Timeline, textures: Textures): PatternOption {
  const beats = feltBeats(song.meter).length;
  const each = (['right', 'left'] as const).map((hand) => {
    const texture = textures[hand];
    return texture ? strikesOfTexture(texture, hand, song.meter) / beats : 0;
  });
  return { pair: null, full: Math.min(1, (each[0]! + each[1]!) / 4) };
}

/** The patterns that a section may have, those that stand fast alone. */
function pairsFor(section: number, { style, level, locks }: Wishes, unkept: Unkept[]) {
  const all = style.patterns.filter((pair) => isWithin(pair.for, level));
  const options = all.map((pair): PatternOption => ({ pair, full: pair.full }));
  const lock = locks[patternId(section)];
  if (lock === undefined) return options;
  if (lock === leftAsItIs) return [{ pair: null, full: 0 }];
  const kept = options.filter(({ pair }) => pair && valueOfPair(pair) === lock);
  if (kept.length > 0) return kept;
  const why = 'This style has no such pattern for this player.';
  unkept.push({ id: patternId(section), why });
  return options;
}

interface SomeDynamics extends Dynamics {
  readonly isSaid: boolean;
}

function dynamicsFor(
  { song, parts }: Timeline,
  { part, isBreath, section }: ArcPart,
  { locks, canSay }: Wishes,
  unkept: Unkept[],
): readonly SomeDynamics[] {
  const { directions, hands } = song.sections[section]!;
  const said = readDirections([...directions, parts[part]!.direction]);
  const lock = dynamicsLock(locks, part);
  const louder = said.louder + said.growing / 2;
  const isSaid = louder !== 0 || said.octaves !== 0 || said.silent.length > 0;
  if (isSaid || hands.loudness !== null || !canSay) {
    if (lock && lock.words !== leftAsItIs)
      unkept.push({ id: lock.id, why: 'The chart says itself how this is played.' });
    const written = { soft: 0.2, medium: 0.45, loud: 0.75 }[hands.loudness ?? 'medium'];
    const more = louder / 60 + said.octaves * 0.2 - said.silent.length * 0.2;
    const level = Math.max(0, Math.min(1, written + more));
    return [{ words: '', level, isSaid: true }];
  }
  const options = [...allDynamics, ...(isBreath ? [breathDynamics] : [])].map((one) => ({
    ...one,
    isSaid: false,
  }));
  if (!lock) return options;
  const kept = options.filter(({ words }) => words === lock.words);
  if (kept.length > 0) return kept;
  unkept.push({ id: lock.id, why: 'Nothing is said so of this time.' });
  return options;
}

/** The fullest time of all, where it is not the first through its section: it is worth saying so. Of several the last. */
function climaxOf(arc: readonly ArcPart[]): number | null {
  const most = Math.max(...arc.map(({ wanted }) => wanted));
  const top = arc.findLast(({ wanted }) => wanted === most);
  return top && top.time > 1 ? top.part : null;
}

function bestDynamics(
  pattern: number,
  { wanted }: ArcPart,
  options: readonly SomeDynamics[],
  isClimax: boolean,
) {
  const all = options.map((of) => {
    const full = share.pattern * pattern + share.dynamics * of.level;
    const words = of.words === '' ? 0 : of.words.split(', ').length;
    const octave = of.words.includes('octave') ? prices.octave : 0;
    const hard = of.level > plain.level && pattern < thinPattern ? prices.hardAndHeld : 0;
    const said = isClimax ? 0 : prices.words * words;
    const price = prices.away * (full - wanted) ** 2 + said + octave + hard;
    return { of, full, price };
  });
  return all.reduce((best, one) => (one.price < best.price ? one : best));
}

/** Which sections are played behind each other, and how often. */
function neighboursOf(arc: readonly ArcPart[], played: readonly number[]) {
  const at = new Map(played.map((section, index) => [section, index]));
  const counts = new Map<number, Map<number, number>>();
  for (const [place, { section }] of arc.entries()) {
    const next = arc[place + 1];
    if (!next || next.section === section) continue;
    const pair = [at.get(section)!, at.get(next.section)!].sort((one, other) => other - one);
    const others = counts.get(pair[0]!) ?? new Map<number, number>();
    others.set(pair[1]!, (others.get(pair[1]!) ?? 0) + 1);
    counts.set(pair[0]!, others);
  }
  return counts;
}

/** For each section the option with which all of them together cost least. */
function leastPrice(
  price: readonly (readonly number[])[],
  together: (index: number, option: number, other: number, otherOption: number) => number,
): { readonly ways: readonly number[]; readonly isBest: boolean } {
  const least = price.map((all) => Math.min(...all));
  const behind = least.map((_, index) => least.slice(index).reduce((sum, one) => sum + one, 0));
  const inOrder = price.map((all) =>
    [...all.keys()].sort((one, other) => all[one]! - all[other]! || one - other),
  );
  let best = { ways: inOrder.map(([first]) => first!), cost: Infinity };
  let looked = 0;
  const now: number[] = [];
  const look = (index: number, cost: number): void => {
    if (looked > mostWays) return;
    if (index === price.length) {
      if (cost < best.cost) best = { ways: [...now], cost };
      return;
    }
    for (const option of inOrder[index]!) {
      looked += 1;
      let own = price[index]![option]!;
      for (let other = 0; other < index; other += 1)
        own += together(index, option, other, now[other]!);
      if (cost + own + (behind[index + 1] ?? 0) >= best.cost) continue;
      now[index] = option;
      look(index + 1, cost + own);
    }
  };
  look(0, 0);
  return { ways: best.ways, isBest: looked <= mostWays };
}

/** What a pair of patterns says, in words. */
export function pairInWords({ right, left }: PatternPair): string {
  if (right === null && left === null) return 'Chords struck and held';
  const said = (hand: string, pattern: typeof right) =>
    `${hand}: ${pattern === null ? 'held' : printTexture(textureOf(pattern))}`;
  return [said('right', right), said('left', left)].join('; ');
}

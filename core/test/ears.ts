/**
 * What a teacher hears in two hands, by the rules of the trade alone (common practice, no published source): it shares no
 * code and no table with what made them. A chord is read from its written number here anew.
 */

/** A chord as it is written, by semitones: its root and its bass over home, its tones over its root. */
export interface Written {
  readonly root: number;
  readonly bass: number;
  readonly tones: readonly number[];
  readonly quality: string;
}

const scale = [0, 2, 4, 5, 7, 9, 11];

/** What each quality is, in semitones over the root; the ninth is 2, the eleventh 5, the thirteenth 9. */
const tonesOf: Readonly<Record<string, readonly number[]>> = {
  '': [0, 4, 7],
  m: [0, 3, 7],
  '5': [0, 7],
  '6': [0, 4, 7, 9],
  m6: [0, 3, 7, 9],
  '7': [0, 4, 7, 10],
  m7: [0, 3, 7, 10],
  maj7: [0, 4, 7, 11],
  'm(maj7)': [0, 3, 7, 11],
  dim7: [0, 3, 6, 9],
  m7b5: [0, 3, 6, 10],
  sus2: [0, 2, 7],
  sus4: [0, 5, 7],
  '7sus4': [0, 5, 7, 10],
  '9sus4': [0, 2, 5, 7, 10],
  '(13sus)': [0, 2, 5, 7, 9, 10],
  add9: [0, 2, 4, 7],
  maj9: [0, 2, 4, 7, 11],
  m9: [0, 2, 3, 7, 10],
  m11: [0, 2, 3, 5, 7, 10],
  '(13)': [0, 2, 4, 7, 9, 10],
  '(13b9)': [0, 1, 4, 7, 9, 10],
  '7b9': [0, 1, 4, 7, 10],
  '7#9': [0, 3, 4, 7, 10],
  '7#5': [0, 4, 8, 10],
  '7#5#9': [0, 3, 4, 8, 10],
};

/** Reads a number as the application prints it, as written. @example readNumber('5/7') // root 7, bass 11 */
export function readNumber(number: string): Written {
  const [, alter, degree, quality, bass] = /^([b#]?)([1-7])(.*?)(?:\/([b#]?[1-7]))?$/.exec(number)!;
  const semitones = (sign: string, step: string) =>
    scale[Number(step) - 1]! + (sign === 'b' ? -1 : sign === '#' ? 1 : 0);
  const tones = tonesOf[quality!];
  if (!tones) throw new Error(`The checker knows no “${quality}”, in ${number}.`);
  const root = semitones(alter!, degree!);
  const low = bass ? semitones(bass.slice(0, -1), bass.slice(-1)) : root;
  return { root, bass: low, tones, quality: quality! };
}

/** What two hands hold at a moment, for a chord, over the home note of the key (0 to 11 above C). */
export interface Moment {
  readonly number: string;
  readonly home: number;
  readonly left: readonly number[];
  readonly right: readonly number[];
  /** Octaves that the section is said to be higher or, negative, lower. */
  readonly octaves: number;
  /** Quarters until the next chord. */
  readonly beats: number;
  /** Whether it follows the one before without a silence, in the same key. */
  readonly follows: boolean;
}

const above = (note: number, from: number) => (((note - from) % 12) + 12) % 12;

/** Degrees above the lowest note, the kinds of a third or a seventh alike: 1-5-10 is 1-5-10 over minor too. */
function shapeOfLeft(left: readonly number[]): string {
  const names = ['1', '2', '2', '3', '3', '4', '5', '5', '6', '6', '7', '7'];
  return left
    .map((note) => names[above(note, left[0]!)]! + '’'.repeat(Math.floor((note - left[0]!) / 12)))
    .join('-');
}

/** How often something was asked, and how often it was so. */
export interface Count {
  of: number;
  yes: number;
}

/** The rate of a count in hundredths, rounded; 0 where nothing was asked. */
export const rate = ({ of, yes }: Count): number => (of === 0 ? 0 : Math.round((100 * yes) / of));

/** All that is counted over moments of many songs. */
export class Ear {
  /** Steps between chords in root position at which the left hand takes another shape. */
  readonly leftChanges: Count = { of: 0, yes: 0 };
  /** The same where a slash bass is in play: counted apart. */
  readonly leftChangesBySlash: Count = { of: 0, yes: 0 };
  /** Chords with the third in the bass, in which it sounds three times or more. */
  readonly thirdTripled: Count = { of: 0, yes: 0 };
  /** Basses a step apart that do not go by that step; and those that would have to go below C2, where a hand shape is mud. */
  readonly stepsBroken: Count = { of: 0, yes: 0 };
  readonly stepsTooLow: Count = { of: 0, yes: 0 };
  /** Triads of a beat or more, third not in the bass, that have a colour. */
  readonly coloured: Count = { of: 0, yes: 0 };
  /** Dominants that fall a fifth and have an altered tone. */
  readonly altered: Count = { of: 0, yes: 0 };
  /** Left hands of chords in root position that hold the tenth. */
  readonly tenths: Count = { of: 0, yes: 0 };
  /** Right hands that are built of fourths. */
  readonly fourths: Count = { of: 0, yes: 0 };
  /** Right hands with three notes. */
  readonly threeNotes: Count = { of: 0, yes: 0 };
  /** Right hands that have their lowest note once more on top, or their top note once more below. */
  readonly doubledOutside: Count = { of: 0, yes: 0 };
  /** Chords with a seventh whose left hand holds it, or holds the third under a right hand that has it. */
  readonly shells: Count = { of: 0, yes: 0 };
  /** Times a chord is held as it was held the first time. */
  readonly onePlace: Count = { of: 0, yes: 0 };
  /** What must never be. */
  readonly faults: string[] = [];

  hear(moments: readonly Moment[]): void {
    const firstTime = new Map<string, string>();
    for (const [index, moment] of moments.entries()) {
      this.#hearOne(moment, moments[index + 1]);
      const held = `${moment.left.join()}|${moment.right.join()}`;
      // A lift is another key: there the chord has another place, as where it is said to be an octave higher.
      const name = `${moment.home} ${moment.octaves} ${moment.number}`;
      const first = firstTime.get(name);
      if (first === undefined) firstTime.set(name, held);
      else add(this.onePlace, first === held);
      const before = moments[index - 1];
      if (before && moment.follows) this.#hearStep(before, moment);
    }
  }

  #hearOne(moment: Moment, after: Moment | undefined): void {
    const { number, home, left, right } = moment;
    const { root, bass, tones } = readNumber(number);
    const all = [...left, ...right];
    const overRoot = (note: number) => above(note, home + root);
    const third = tones.includes(4) ? 4 : tones.includes(3) ? 3 : null;
    const thirdInBass = third !== null && above(bass, root) === third;
    const sounding = new Set(all.map(overRoot));
    const where = `${number} (${left.join(' ')} | ${right.join(' ')})`;

    if (thirdInBass) {
      const times = all.filter((note) => overRoot(note) === third).length;
      add(this.thirdTripled, times >= 3);
    }
    const isTriad = ['', 'm'].includes(moment.number.replace(/^[b#]?[1-7]|\/.*$/g, ''));
    if (isTriad && !thirdInBass && moment.beats >= 1)
      add(
        this.coloured,
        [...sounding].some((tone) => !tones.includes(tone) && tone !== above(bass, root)),
      );
    const next = after && readNumber(after.number);
    const dominant = ['', '7', '(13)'].includes(number.replace(/^[b#]?[1-7]/, ''));
    const fallsFifth = next && after.follows && above(root, next.root) === 7;
    // 1 before 4 is a home chord: it becomes a dominant only where its seventh is written.
    const leads = root === 7 || tones.includes(10);
    if (dominant && fallsFifth && leads && sounding.has(4)) {
      const b9 = sounding.has(1);
      add(this.altered, b9 || sounding.has(3) || sounding.has(8));
    }
    if (bass === root && left.length > 0 && third !== null)
      add(
        this.tenths,
        left.some((note) => note - left[0]! === 15 || note - left[0]! === 16),
      );
    const gaps = right.slice(1).map((note, at) => note - right[at]!);
    add(this.fourths, gaps.length > 1 && gaps.every((gap) => gap === 5 || gap === 6));
    add(this.threeNotes, right.length === 3);
    add(this.doubledOutside, right.length > 1 && right.at(-1)! - right[0]! === 12);
    const seventh = [10, 11].find((tone) => tones.includes(tone));
    if (seventh !== undefined && third !== null && bass === root) {
      const has = (hand: readonly number[], tone: number) =>
        hand.some((note) => overRoot(note) === tone);
      add(this.shells, has(left, seventh) || (has(left, third) && has(right, seventh)));
    }

    // A sharp ninth lies a major seventh above the third, never a semitone below it.
    if (tones.includes(4) || sounding.has(4))
      for (const ninth of all.filter((note) => overRoot(note) === 3))
        if (all.some((note) => overRoot(note) === 4 && (note - ninth === 1 || note - ninth === 13)))
          this.faults.push(`the #9 lies under the third: ${where}`);
    // No minor ninth between inner voices or the hands' facing notes, but for the b9 over a root in the bass.
    const sorted = [...all].sort((one, other) => one - other);
    for (const [at, low] of sorted.entries())
      for (const high of sorted.slice(at + 1)) {
        if (high - low !== 13) continue;
        const facing = low === left.at(-1) && high === right[0];
        const inner = at > 0 && high !== sorted.at(-1);
        const isFlatNinth = at === 0 && overRoot(low) === 0;
        if ((facing || inner) && !isFlatNinth) this.faults.push(`a minor ninth inside: ${where}`);
      }
    // Alt: third, seventh, one altered ninth, one altered fifth.
    if (number.endsWith('alt')) {
      const ninths = [1, 3].filter((tone) => sounding.has(tone)).length;
      const fifths = [6, 8].filter((tone) => sounding.has(tone)).length;
      if (ninths !== 1 || fifths !== 1) this.faults.push(`alt has not one of each: ${where}`);
      if (all.length > 5) this.faults.push(`alt has more than five notes: ${where}`);
    }
  }

  #hearStep(before: Moment, now: Moment): void {
    const [from, to] = [readNumber(before.number), readNumber(now.number)];
    if (before.left.length > 0 && now.left.length > 0) {
      const changes = shapeOfLeft(before.left) !== shapeOfLeft(now.left);
      const inRoot = from.bass === from.root && to.bass === to.root;
      add(inRoot ? this.leftChanges : this.leftChangesBySlash, changes);
    }
    const [low, lower] = [bassOf(before), bassOf(now)];
    const step = above(to.bass, from.bass);
    if (![1, 2, 10, 11].includes(step)) return;
    const wanted = step <= 2 ? step : step - 12;
    if (above(low, before.home + from.bass) === 0 && above(lower, now.home + to.bass) === 0)
      add(low + wanted <= 36 ? this.stepsTooLow : this.stepsBroken, lower - low !== wanted);
  }
}

const bassOf = ({ left, right }: Moment): number => left[0] ?? right[0]!;

function add(count: Count, yes: boolean): void {
  count.of += 1;
  if (yes) count.yes += 1;
}

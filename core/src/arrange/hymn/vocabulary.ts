import { figureSemitones, type NamedChord } from '../../chord/chord.ts';
import { bassOf } from '../../chord/chord.ts';
import { Memo } from '../../kit/memo.ts';
import { chordsOf } from '../../moves/formula.ts';
import { degreeSemitones } from '../../pitch/degree.ts';
import type { Mode } from '../../pitch/key.ts';
import { fold } from '../../pitch/note.ts';

/** How a hymn is harmonised: as in a plain hymnbook, with passing chords, or as a gospel player does. */
export const hymnSchools = ['plain', 'passing', 'gospel'] as const;
export type HymnSchool = (typeof hymnSchools)[number];

/** What a chord does: home, away from it, towards it; a four of six at a cadence; the five of another chord. */
export type Doing = 'home' | 'away' | 'towards' | 'cadential' | 'of another';

/** A chord that a stanza may have, as half steps over the home of the relative major. */
export interface HymnChord {
  readonly chord: NamedChord;
  readonly text: string;
  readonly does: Doing;
  /** What it costs to have it, 0 for the plainest. */
  readonly price: number;
  readonly root: number;
  readonly bass: number;
  /** All its tones. */
  readonly tones: readonly number[];
  readonly third: number;
  readonly fifth: number;
  readonly seventh: number | null;
  /** Half steps of its third over its root. */
  readonly isMajor: boolean;
  /** The tone that goes up by a half step; null where none has to. */
  readonly leading: number | null;
  /** The roots it goes to; null where any may follow. */
  readonly to: readonly number[] | null;
}

/**
 * The chords of each school as they are typed, in the degrees of the relative major, with what each costs; behind an arrow the roots
 * that must follow (every textbook of harmony, from memory; the figures are ours).
 */
const major: Readonly<Record<HymnSchool, string>> = {
  plain: `
    1 home 0; 1/3 home .5; 4 away .1; 4/6 away .8; 5 towards 0; 5/7 towards .4; 57 towards .3; 57/7 towards .6; 57/4 towards 1.2;
    6m home .4; 2m away .6; 2m/4 away .35; 3m home 1.8; 1/5 cadential .6 > 7; 7dim/2 towards .8`,
  passing: `
    2m7/4 away .3; 2m7 away .6; 6m/1 home 1; 17/3 another .9 > 5; 67/#1 another 1 > 2; 27/#4 another 1.3 > 7; 27 another 1.6 > 7;
    37/#5 another .9 > 9; #4dim7 another 1 > 7 0; 5/2 towards 1`,
  gospel: `
    17 another .5 > 5; 67 another .6 > 2; 27 another .5 > 7; 37 another .6 > 9; #4dim7 another .3 > 7 0; #1dim7 another .5 > 2;
    #5dim7 another .5 > 9; 4m away .6; 4maj7 away .6; 6m7 home .3; 3m7 home .6; 2m7 away .2; b7 away 1.2; 5m7 another .9 > 0`,
};
const minor: Readonly<Record<HymnSchool, string>> = {
  plain: `
    6m home 0; 6m/1 home .5; 2m away .1; 2m/4 away .6; 3 towards 0; 3/#5 towards .4; 37 towards .3; 37/#5 towards .6; 4 home .3;
    4/6 home .9; 1 home .4; 5 another 1 > 0; 7dim/2 away .6; 6m/3 cadential .6 > 4; #5dim/7 towards .8`,
  passing: `
    7m7b5/2 away .4; #5dim7 towards .7; 57/7 another 1 > 0; 17/3 another 1 > 5; 67/#1 another 1 > 2; 27/#4 another 1.2 > 7`,
  gospel: `
    7m7b5 away .3; #5dim7 towards .3; 67 another .5 > 2; 77 another .7 > 4; 17 another .6 > 5; 6m7 home .4; 4maj7 home .6;
    2m7 away .3; b7 away 1.4 > 4`,
};

const read = new Memo<readonly HymnChord[]>(12);

/** The chords of a school, those of the plainer ones among them; of two that are written alike the cheaper. */
export function chordsOfSchool(school: HymnSchool, mode: Mode): readonly HymnChord[] {
  return read.get(`${school} ${mode}`, () => {
    const table = mode === 'minor' ? minor : major;
    const known = new Map<string, HymnChord>();
    for (const one of hymnSchools.slice(0, hymnSchools.indexOf(school) + 1))
      for (const entry of table[one].split(';')) {
        const chord = readEntry(entry.trim());
        const before = known.get(chord.text);
        if (!before || before.price > chord.price) known.set(chord.text, chord);
      }
    return [...known.values()];
  });
}

function readEntry(entry: string): HymnChord {
  const [typed, after] = entry.split('>').map((part) => part.trim());
  const [text, does, price] = typed!.split(/\s+/) as [string, string, string];
  const chord = chordsOf(text)[0]!;
  const root = fold(degreeSemitones(chord.root), 12);
  const over = (number: 3 | 5 | 7) => {
    const figure = chord.figures.find((one) => one.figure === number);
    return figure ? fold(root + figureSemitones(figure), 12) : null;
  };
  const [third, fifth, seventh] = [over(3)!, over(5)!, over(7)];
  const isMajor = fold(third - root, 12) === 4;
  const isDiminished = fold(fifth - root, 12) === 6 && !isMajor;
  const wants = does === 'towards' || does === 'another';
  return {
    chord,
    text,
    does: does === 'another' ? 'of another' : (does as Doing),
    price: Number(price),
    root,
    bass: fold(degreeSemitones(bassOf(chord)), 12),
    tones: [root, third, fifth, ...(seventh === null ? [] : [seventh])],
    third,
    fifth,
    seventh,
    isMajor,
    leading: !wants ? null : isDiminished ? root : isMajor ? third : null,
    to: after ? after.split(' ').map(Number) : null,
  };
}

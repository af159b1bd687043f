import { Memo } from '../../kit/memo.ts';
import { degreeSemitones, degreeHeight } from '../../pitch/degree.ts';
import { relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import { figureSemitones, type Chord, type NamedChord } from '../../chord/chord.ts';
import { identifyVoicing } from '../../chord/identify.ts';

/** How much a person would have to read: a plain triad nothing, a chord without its third much. */
const prices = {
  figure: 0.035,
  alteration: 0.06,
  noThird: 0.22,
  inversion: 0.02,
  strangeBass: 0.12,
};

/** So many of the readings of the same notes are looked at. */
const mostReadings = 6;

/** A chord that notes make, and what it costs to say so. */
export interface NamedNotes {
  readonly chord: NamedChord;
  readonly price: number;
  /** The pitch classes of the tones that make more of it than a triad. */
  readonly extra: readonly number[];
  /** Those of its root and fifth, between which a bass goes to and fro. */
  readonly turns: readonly number[];
}

/** Names sets of notes in a key as plainly as can be; the same set is named once. */
export class Namer {
  readonly #key: Key;
  readonly #known = new Memo<NamedNotes | null>(5_000);

  constructor(key: Key) {
    this.#key = key;
  }

  /**
   * @param bass the pitch class of the lowest note
   * @param classes the pitch classes that sound, in any order, the bass among them
   * @returns null for fewer than two classes, and for notes that make no chord with a name
   */
  name(bass: number, classes: readonly number[]): NamedNotes | null {
    const others = classes.filter((one) => one !== bass).sort((one, other) => one - other);
    if (others.length === 0) return null;
    return this.#known.get(`${bass} ${others.join()}`, () => {
      const right = others.map((one) => 60 + one);
      return identifyVoicing({ left: [36 + bass], right }, this.#key)
        .slice(0, mostReadings)
        .flatMap(({ chord, rootless }): NamedNotes[] =>
          chord?.kind === 'named' && !rootless
            ? [{ chord, price: priceOf(chord), ...this.#tonesOf(chord) }]
            : [],
        )
        .reduce<NamedNotes | null>(
          (best, one) => (best && best.price <= one.price ? best : one),
          null,
        );
    });
  }

  #tonesOf({ root, figures }: NamedChord): Pick<NamedNotes, 'extra' | 'turns'> {
    const from = pitchClass(relativeMajor(this.#key).tonic) + degreeSemitones(root);
    const tones = (isWanted: (figure: number) => boolean) =>
      figures
        .filter(({ figure }) => isWanted(figure))
        .map((tone) => fold(from + figureSemitones(tone), 12));
    return {
      extra: tones((figure) => figure !== 1 && figure !== 3 && figure !== 5),
      turns: tones((figure) => figure === 1 || figure === 5),
    };
  }
}

function priceOf(chord: NamedChord): number {
  const { figures, bass, root } = chord;
  const hasThird = figures.some(({ figure }) => figure === 3);
  const isSuspended = figures.some(({ figure }) => figure === 2 || figure === 4);
  const more = figures.filter(({ figure }) => figure !== 1 && figure !== 3 && figure !== 5).length;
  const altered = figures.filter(
    ({ figure, alter }) =>
      alter !== 0 && !(figure === 3 && alter === -1) && !(figure === 7 && alter < 0),
  ).length;
  const above = bass ? fold(degreeHeight(bass) - degreeHeight(root), 12) : 0;
  const isTone = figures.some((tone) => figureSemitones(tone) === above);
  return (
    prices.figure * more +
    prices.alteration * altered +
    (hasThird || isSuspended ? 0 : prices.noThird) +
    (isSuspended && !hasThird ? prices.figure : 0) +
    (bass === null ? 0 : isTone ? prices.inversion : prices.strangeBass)
  );
}

/** Whether two chords stand on one root with the third of the one missing in the other: the fuller one says both. */
export function fuller(one: Chord, other: Chord): Chord | null {
  if (one.kind !== 'named' || other.kind !== 'named') return null;
  if (degreeSemitones(one.root) !== degreeSemitones(other.root)) return null;
  const isOpen = ({ figures }: NamedChord) =>
    figures.every(({ figure }) => figure === 1 || figure === 5);
  if (isOpen(one)) return other;
  return isOpen(other) ? one : null;
}

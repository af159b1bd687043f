import { bitCount, maskOf, type Material } from '../shapes/material.ts';
import type { Taste } from './cost.ts';

/** What the price of a colour depends on besides the chord. */
interface Asked {
  readonly taste: Pick<Taste, 'weights' | 'melody'>;
  /** Hands that the player has fixed; the other one is found. */
  readonly fixed: {
    readonly left: readonly number[] | null;
    readonly right: readonly number[] | null;
  } | null;
}

/** Cost of hands that would be another chord; beyond every true cost. */
export const anotherChord = 1_000_000;
/** For each needed tone that is missing where a hand is fixed and the free one cannot bring it. */
const missingTone = 300;
/** For each colour that the free hand would bring to a fixed one. */
const ownColour = 60;
/** For a less usual choice among the tones of an alt: the sharp ninth and the raised fifth are what one hears most. */
const lessUsual = 8;

/** What the colours of both hands cost, by all that sounds; each mask is priced once. */
export class Colours {
  readonly #prices = new Int32Array(1 << 12).fill(-1);
  readonly #material: Material;
  readonly #request: Asked;
  readonly #needed: number;
  readonly #own: number;

  constructor(material: Material, request: Asked, needed: number, brought: number) {
    this.#material = material;
    this.#request = request;
    this.#needed = needed;
    this.#own = maskOf([...material.tones, material.bass]) | brought;
  }

  of(both: number): number {
    const known = this.#prices[both]!;
    if (known >= 0) return known;
    const price = this.#priceOf(both);
    this.#prices[both] = price;
    return price;
  }

  #priceOf(both: number): number {
    const { oneOf, bare, third } = this.#material;
    const { weights } = this.#request.taste;
    if (this.#request.fixed) return this.#aroundFixed(both);
    if ((both & this.#needed) !== this.#needed) return anotherChord;
    if (oneOf.some((choice) => bitCount(choice & both) !== 1)) return anotherChord;
    const rare =
      third !== null && oneOf.length > 0
        ? bitCount(both & maskOf([third + 9, third + 2])) * lessUsual
        : 0;
    if ((both & ~this.#own) === 0) return rare + (bare ? weights.bare[bare] : 0);
    let least = anotherChord;
    for (const { level, tones, needed, added, alters } of this.#material.coloured) {
      const asked = needed & (this.#needed | ~(1 << this.#material.bass));
      if (both & ~(tones | this.#own) || (both & asked) !== asked || this.#rubs(added)) continue;
      const price =
        weights.colour[level - 1]! + (bare === 'dominant' && !alters ? weights.bare.dominant : 0);
      least = Math.min(least, price);
    }
    return least;
  }

  /** The free hand brings what is missing, and no colour of its own over what the player decided. */
  #aroundFixed(both: number): number {
    const { left, right } = this.#request.fixed!;
    const brought = both & ~this.#own & ~maskOf([...(left ?? []), ...(right ?? [])]);
    return missingTone * bitCount(this.#needed & ~both) + ownColour * bitCount(brought);
  }

  /** Whether what is added lies a semitone under what is sung. */
  #rubs(added: number): boolean {
    const { melody } = this.#request.taste;
    return melody !== null && (added & maskOf([melody - 1])) !== 0;
  }
}

import type { Chord } from '../chord/chord.ts';
import { chordTones, type Role } from '../chord/tones.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { materialOf } from '../runs/material.ts';

/** What lies under the hand that improvises over a chord, by pitch classes. */
export interface ImproviseKeys {
  /** Tones of the chord: each of them can be held. */
  readonly tones: ReadonlySet<number>;
  /** Their neighbours in the scale, which lead into them: of the third the one below and above, of the fifth the one above. */
  readonly neighbours: ReadonlySet<number>;
}

/** From where in the scale neighbours are taken: steps from a tone by its role (common practice, no published source). */
const neighboursOf: Readonly<Record<Role, readonly number[]>> = { third: [-1, 1], fifth: [1] };

/**
 * What one plays over a chord where it stands: its tones, and the neighbours of its third and fifth.
 * @example improviseKeys(1, C major) // tones C E G, neighbours D F A
 */
export function improviseKeys(chord: Chord, key: Key): ImproviseKeys {
  const tones = chordTones(chord, key);
  const sounding = new Set(tones.map((tone) => tone.pitchClass));
  const scale = materialOf(chord)?.scale.degrees.map((degree) =>
    pitchClass(noteOfDegree(degree, key)),
  );
  const neighbours = new Set<number>();
  for (const { role, pitchClass: at } of tones)
    for (const step of neighboursOf[role] ?? []) {
      const place = scale?.indexOf(at) ?? -1;
      if (!scale || place < 0) continue;
      const neighbour = scale[(place + step + scale.length) % scale.length]!;
      if (!sounding.has(neighbour)) neighbours.add(neighbour);
    }
  return { tones: sounding, neighbours };
}

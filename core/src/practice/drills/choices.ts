import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { bassNote, pitchClassesOf } from '../../chord/tones.ts';
import { chordsOf } from '../../moves/formula.ts';
import type { Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';

/** What a song of the key may have: the choices that a number is found among. */
const palette: readonly Chord[] = [
  '1 2m7 3m7 4 5 6m 1add9 4add9 6m7 4maj7 1maj7 57 5sus4 1sus4 2sus4',
  '1/3 5/7 4/6 4/5 2m7/5 5/1 4/1 1/5 27 37 67 b7 4m 7m7b5',
].flatMap(chordsOf);

const choices = 4;

/**
 * Some numbers to choose among: the right one, and those of the palette that sound most like it in its key, none of them the very
 * same notes. Always in the same order for the same chord.
 */
export function numbersLike({ chord, key }: { readonly chord: Chord; readonly key: Key }): {
  readonly options: readonly Chord[];
  readonly right: number;
} {
  const own = soundOf(chord, key);
  const others = palette
    .map((one) => ({ one, sound: soundOf(one, key) }))
    .filter(({ sound }) => sound.name !== own.name)
    .map(({ one, sound }) => ({ one, like: likeness(own, sound) }))
    .sort((one, other) => other.like - one.like)
    .slice(0, choices - 1)
    .map(({ one }) => one);
  // In the order of their numbers, which says nothing of which is right.
  const options = [chord, ...others].sort((one, other) =>
    formatChord(one) < formatChord(other) ? -1 : 1,
  );
  return { options, right: options.indexOf(chord) };
}

interface Sound {
  readonly bass: number;
  readonly tones: ReadonlySet<number>;
  readonly name: string;
}

function soundOf(chord: Chord, key: Key): Sound {
  const tones = pitchClassesOf(chord, key);
  const bass = pitchClass(bassNote(chord, key));
  return { bass, tones, name: `${bass} ${[...tones].sort((one, other) => one - other).join()}` };
}

/** Shared tones of all, and the same bass half a tone's worth. */
function likeness(one: Sound, other: Sound): number {
  const shared = [...one.tones].filter((tone) => other.tones.has(tone)).length;
  const all = new Set([...one.tones, ...other.tones]).size;
  return shared / all + (one.bass === other.bass ? 0.1 : 0);
}

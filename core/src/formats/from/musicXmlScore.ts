import type { Meter } from '../../chart/meter.ts';
import { formatKey, liftBetween, raised, type Key } from '../../pitch/key.ts';
import { guessKey, type KeyGuess } from '../guessKey.ts';
import { emptySong } from '../imported.ts';
import type { XmlElement } from '../xml.ts';
import type { Changes } from './heardHarmony.ts';
import {
  divisionsIn,
  keyIn,
  readMeasure,
  transposeIn,
  type ReadMeasure,
} from './musicXmlMeasure.ts';
import { chordsOfNotes } from './musicXmlNotes.ts';
import { inPieces } from './musicXmlPieces.ts';
import { inWholeBars, unsaidMeter, withoutSilentLead } from './musicXmlWhole.ts';

/** The measures of a score that a chart is made of. */
export interface ScoreParts {
  /** Those of the part with the chords. */
  readonly measures: readonly XmlElement[];
  /** Those of another part, which has the words; null where no other has. */
  readonly sung: readonly XmlElement[] | null;
  /** Whether its notes are a tune; those that two hands strike are none. */
  readonly hasTune: boolean;
  /** Those of all parts, where the chords are made by the notes; null where they are written. */
  readonly played: readonly (readonly XmlElement[])[] | null;
  /** Written by this program, so that what it does not say is not so. */
  readonly own: boolean;
}

/** The measures of a score, read. */
export interface ReadScore {
  /** The key at its beginning, as it is written; and by how many half steps it sounds higher. */
  readonly key: Key;
  readonly sounds: number;
  /** The likely keys as they sound, where none is said. */
  readonly keys: readonly KeyGuess[];
  readonly measures: readonly ReadMeasure[];
  /** What led into the first of them was for instruments alone, and is left out. */
  readonly leadsInSilently: boolean;
}

/**
 * Reads every measure of a score by itself; one that is longer than its metre is several.
 * @param wished the key in which it sounds at its beginning, in the place of the one it says
 * @param meter what holds until the score says one
 * @param often how often chords change that are made by the notes
 */
export function readScore(
  parts: ScoreParts,
  { wished, meter, often }: { wished: Key | null; meter: Meter; often: Changes },
): ReadScore {
  const sounds = parts.measures.map(transposeIn).find((one) => one !== 0) ?? 0;
  const said = parts.measures.map(keyIn).find((one) => one !== null) ?? null;
  const written = wished && raised(wished, -sounds);
  // A score whose key is put right goes on to change as it says.
  const keyFrom = (key: Key) => (written && said ? raised(written, liftBetween(said, key)) : key);
  const known = written ?? said;
  if (known) {
    const read = readAll(parts, { first: known, keyFrom, sounds, meter, often });
    return { key: known, sounds, keys: [], ...read };
  }
  const { measures: inC } = readAll(parts, { first: emptySong.key, keyFrom, sounds, meter, often });
  const guesses = guessKey(
    inC.flatMap(({ chords }) => chords.flatMap(({ chord }) => chord ?? [])),
  ).slice(0, 5);
  const key = guesses[0]?.key ?? emptySong.key;
  return {
    key,
    sounds,
    keys: guesses.map((guess) => ({ ...guess, key: raised(guess.key, sounds) })),
    ...readAll(parts, { first: key, keyFrom, sounds, meter, often }),
  };
}

/** What is guessed of the key; null where it is said. */
export function guessedKey({ keys, sounds, key }: ReadScore, isKnown: boolean): string | null {
  if (isKnown) return null;
  if (keys.length === 0) return 'The score says no key; C was taken.';
  return `The score says no key; by its chords it is ${formatKey(raised(key, sounds), 'printed')}.`;
}

interface InWhich {
  readonly first: Key;
  readonly keyFrom: (key: Key) => Key;
  readonly sounds: number;
  readonly meter: Meter;
  readonly often: Changes;
}

function readAll(
  parts: ScoreParts,
  { first, keyFrom, sounds, meter, often }: InWhich,
): Pick<ReadScore, 'measures' | 'leadsInSilently'> {
  const [own, other] = [{ divisions: 1 }, { divisions: 1 }];
  let key = first;
  const keys = parts.measures.map((measure) => {
    const said = keyIn(measure);
    key = said ? keyFrom(said) : key;
    return { said: said && key, holds: key };
  });
  const byNotes = parts.played
    ? chordsOfNotes(parts.played, (measure) => raised(keys[measure]?.holds ?? first, sounds), often)
    : [];
  const read = parts.measures.map((measure, index): ReadMeasure => {
    own.divisions = divisionsIn(measure) ?? own.divisions;
    const { said, holds: inKey } = keys[index]!;
    const one: ReadMeasure = {
      ...readMeasure(measure, { key: inKey, divisions: own.divisions, own: parts.own }),
      key: said,
      ...byNotes[index],
      ...(parts.hasTune ? {} : { sung: [] }),
    };
    const sung = parts.sung?.[index];
    if (!sung) return one;
    other.divisions = divisionsIn(sung) ?? other.divisions;
    const { lyrics, notes } = readMeasure(sung, {
      key: inKey,
      divisions: other.divisions,
      own: parts.own,
    });
    return { ...one, lyrics, sung: notes };
  });
  if (parts.own) return { measures: read, leadsInSilently: false };
  const unsaid = unsaidMeter(read);
  const metered = unsaid ? [{ ...read[0]!, meter: unsaid }, ...read.slice(1)] : read;
  const heard = withoutSilentLead(metered, meter);
  let holds = meter;
  return {
    measures: inWholeBars(heard, meter).flatMap((one) =>
      inPieces(one, (holds = one.meter ?? holds)),
    ),
    leadsInSilently: heard.length < metered.length,
  };
}

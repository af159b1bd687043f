import { listed } from '../kit/words.ts';
import { formatKey, keySignature, type Key } from '../pitch/key.ts';
import type { TransposingInstrument } from './instruments.ts';
import { inSteps, nameOfPitch } from '../pitch/pitchNames.ts';

/** What is said of a key for somebody, as data. Notes are MIDI numbers as they are sung, octaves count from where it is written. */
export type KeyFact =
  | { readonly kind: 'no tune' }
  /** Half steps from the key that it is written in. */
  | { readonly kind: 'moved'; readonly semitones: number }
  | ({ readonly kind: 'strains' | 'out of reach'; readonly octave: number } & {
      readonly note: number;
      readonly by: number;
      readonly times: number;
    })
  | {
      readonly kind: 'lies';
      readonly lies: number;
      readonly usual: number;
      readonly low: number;
      readonly high: number;
      readonly octave: number;
      readonly touches: boolean;
    }
  | {
      readonly kind: 'congregation';
      readonly low: number;
      readonly high: number;
      readonly over: number;
    }
  | { readonly kind: 'guitar'; readonly fret: number; readonly shape: Key }
  | {
      readonly kind: 'horns';
      readonly read: readonly {
        readonly instrument: TransposingInstrument;
        readonly key: Key;
      }[];
    }
  | { readonly kind: 'reading'; readonly accidentals: number }
  | { readonly kind: 'player'; readonly isAtHome: boolean };

/** A fact about a key in a sentence. */
export function keyWords(who: string, fact: KeyFact, key: Key): string {
  const named = (note: number) => nameOfPitch(note, key, { spelling: 'easy' });
  switch (fact.kind) {
    case 'no tune':
      return 'No tune is written: what is sung is not known, so no voice was asked.';
    case 'moved':
      return fact.semitones === 0
        ? 'It is written in it.'
        : `It lies ${inSteps(Math.abs(fact.semitones))} ${fact.semitones > 0 ? 'above' : 'below'} the written key.`;
    case 'strains':
    case 'out of reach': {
      const side = fact.by > 0 ? 'above' : 'below';
      const held = fact.kind === 'strains' ? 'holds' : 'touches';
      const limit = fact.kind === 'strains' ? 'comfort' : 'what can be touched';
      const often = fact.times === 1 ? 'once' : `${fact.times} times`;
      return `${who} ${held} ${named(fact.note)} ${often}, ${inSteps(Math.abs(fact.by))} ${side} ${limit}.`;
    }
    case 'lies':
      return `${who} sings${octaveWords(fact.octave)} from ${named(fact.low)} to ${named(fact.high)}; it sits ${lyingWords(fact.lies)}, around ${named(fact.usual)}${fact.touches ? ', and touches notes outside of comfort in passing' : ''}.`;
    case 'congregation':
      return fact.over === 0
        ? `Everybody can sing along, from ${named(fact.low)} to ${named(fact.high)} and an octave lower.`
        : `Everybody would have to sing ${inSteps(Math.abs(fact.over))} ${fact.over > 0 ? 'above' : 'below'} where a congregation sings gladly.`;
    case 'guitar':
      return fact.fret === 0
        ? 'Guitars play it with open shapes.'
        : `Guitars play ${formatKey(fact.shape)} shapes with the capo at fret ${fact.fret}.`;
    case 'horns':
      return `${listed(fact.read.map(({ instrument, key: read }) => `${instrument} reads ${formatKey(read)}`))}.`;
    case 'reading':
      return fact.accidentals === 0
        ? 'No sharps or flats to read.'
        : `${fact.accidentals} ${sharpsOrFlats(key)}${fact.accidentals === 1 ? '' : 's'} to read.`;
    case 'player':
      return fact.isAtHome ? 'The player is at home in it.' : 'The player knows other keys better.';
  }
}

function octaveWords(octave: number): string {
  if (octave === 0) return '';
  const side = octave > 0 ? 'higher' : 'lower';
  return Math.abs(octave) === 1 ? ` an octave ${side}` : ` ${Math.abs(octave)} octaves ${side}`;
}

function lyingWords(lies: number): string {
  if (Math.abs(lies) <= 0.25) return 'in the middle of the voice';
  const side = lies > 0 ? 'high' : 'low';
  return Math.abs(lies) <= 0.6 ? `a little ${side}` : side;
}

function sharpsOrFlats(key: Key): string {
  return keySignature(key) < 0 ? 'flat' : 'sharp';
}

import {
  accidentalsIn,
  keySignature,
  nameOfPitch,
  type Key,
  type KeyFact,
  type KeyReason,
  type NameStyle,
  type Remedy,
  type RankedKey,
} from '@intervallum/core';
import { keyName } from '../../music/rails/view.ts';
import { instrumentNames } from '../../words/instrumentNames.ts';
import { t } from '../../words/words.ts';

type Names = Pick<NameStyle, 'language'>;

/** A pitch as the reader names it in a key. */
export function pitchIn(note: number, key: Key, { language }: Names): string {
  return nameOfPitch(note, key, { language, spelling: 'easy', signs: 'printed' });
}

/** A distance as it is said. */
export function stepsInWords(semitones: number): string {
  const count = Math.abs(semitones);
  if (count === 1) return t('a half step');
  if (count === 2) return t('a whole step');
  return count === 12 ? t('an octave') : t('{{count}} half steps', { count });
}

function octaveInWords(octave: number): string {
  if (octave === 0) return t('as written');
  if (octave === 1) return t('an octave higher');
  if (octave === -1) return t('an octave lower');
  return octave > 0
    ? t('{{count}} octaves higher', { count: octave })
    : t('{{count}} octaves lower', { count: -octave });
}

function lyingInWords(lies: number): string {
  if (Math.abs(lies) <= 0.25) return t('in the middle of the voice');
  if (Math.abs(lies) <= 0.6) return lies > 0 ? t('a little high') : t('a little low');
  return lies > 0 ? t('high') : t('low');
}

/** Why a key stands where it does, in a sentence of the reader's language. */
export function reasonInWords({ who, fact }: KeyReason, key: Key, names: Names): string {
  const pitch = (note: number) => pitchIn(note, key, names);
  switch (fact.kind) {
    case 'no tune':
      return t('No tune is written: what is sung is not known, so no voice was asked.');
    case 'moved':
      if (fact.semitones === 0) return t('It is written in it.');
      return fact.semitones > 0
        ? t('It lies {{steps}} above the written key.', { steps: stepsInWords(fact.semitones) })
        : t('It lies {{steps}} below the written key.', { steps: stepsInWords(fact.semitones) });
    case 'strains':
      return fact.by > 0
        ? t('{{who}} holds {{note}}, {{steps}} above comfort.', words(fact))
        : t('{{who}} holds {{note}}, {{steps}} below comfort.', words(fact));
    case 'out of reach':
      return fact.by > 0
        ? t('{{who}} cannot reach {{note}}: it is {{steps}} too high.', words(fact))
        : t('{{who}} cannot reach {{note}}: it is {{steps}} too low.', words(fact));
    case 'lies':
      return t('{{who}} sings {{low}} to {{high}} ({{octave}}); it sits {{lying}}.', {
        who,
        low: pitch(fact.low),
        high: pitch(fact.high),
        octave: octaveInWords(fact.octave),
        lying: lyingInWords(fact.lies),
      });
    case 'congregation':
      if (fact.over === 0) return t('Everybody can sing along.');
      return fact.over > 0
        ? t('For everybody it goes {{steps}} too high.', { steps: stepsInWords(fact.over) })
        : t('For everybody it goes {{steps}} too low.', { steps: stepsInWords(fact.over) });
    case 'guitar':
      return fact.fret === 0
        ? t('Guitars play it with open shapes.')
        : t('Guitars play {{shape}} shapes, capo at fret {{fret}}.', {
            shape: keyName(fact.shape, names),
            fret: fact.fret,
          });
    case 'horns':
      return fact.read
        .map(({ instrument, key: read }) =>
          t('{{instrument}}: {{key}}', {
            instrument: instrumentNames[instrument],
            key: keyName(read, names),
          }),
        )
        .join(', ');
    case 'reading':
      return readingInWords(key);
    case 'player':
      return fact.isAtHome ? t('You are at home in it.') : t('You know other keys better.');
  }
  function words({ note, by }: Extract<KeyFact, { kind: 'strains' | 'out of reach' }>) {
    return { who, note: pitch(note), steps: stepsInWords(by) };
  }
}

function readingInWords(key: Key): string {
  const count = accidentalsIn(key);
  if (count === 0) return t('No sharps or flats to read.');
  return keySignature(key) > 0
    ? t('{{count}} sharps to read.', { count })
    : t('{{count}} flats to read.', { count });
}

/** What a key is for those who sing, in a few words. */
export function verdictInWords({ voices }: RankedKey): string {
  if (voices.length === 0) return '';
  const worst = voices.find(({ long }) => long) ?? voices.find(({ beyond }) => beyond);
  if (!worst) return voices.length === 1 ? t('suits the voice') : t('suits all voices');
  const { by } = (worst.long ?? worst.beyond)!;
  return by > 0
    ? t('{{who}}: {{steps}} too high', { who: worst.name, steps: stepsInWords(by) })
    : t('{{who}}: {{steps}} too low', { who: worst.name, steps: stepsInWords(by) });
}

/** What would make a key fit, in a sentence of the reader's language. */
export function remedyInWords(remedy: Remedy, names: Names): string {
  const key = keyName(remedy.key, names);
  switch (remedy.kind) {
    case 'no lift':
      return t('{{key}} suits everybody without the lift.', { key });
    case 'octave':
      return remedy.up
        ? t('{{key}}, if {{who}} sings {{section}} an octave higher.', {
            key,
            who: remedy.who,
            section: remedy.name,
          })
        : t('{{key}}, if {{who}} sings {{section}} an octave lower.', {
            key,
            who: remedy.who,
            section: remedy.name,
          });
    case 'notes':
      return t('{{key}}, if {{who}} sings {{notes}}.', {
        key,
        who: remedy.who,
        notes: remedy.notes
          .map(({ note, to }) =>
            t('{{to}} for {{note}}', {
              to: pitchIn(to, remedy.key, names),
              note: pitchIn(note, remedy.key, names),
            }),
          )
          .join(', '),
      });
    case 'singer':
      return t('{{key}}, if {{name}} sings in the place of {{instead}}.', {
        key,
        name: remedy.name,
        instead: remedy.instead,
      });
  }
}

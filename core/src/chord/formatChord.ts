import { formatDegree, toOwnTonic, type Degree } from '../pitch/degree.ts';
import { accidentals } from '../pitch/note.ts';
import type { Chord, Shape } from './chord.ts';
import { ownNameOf } from './ownNames.ts';
import { printQuality } from './printQuality.ts';
import { bareTriad, plainStyle, type NumberStyle } from './reading.ts';

/** A number chord in the pieces that a page sets in different sizes. */
export interface ChordParts {
  readonly accidental: string;
  readonly numeral: string;
  readonly quality: string;
  readonly bass: string | null;
}

/** The pieces of a chord's number in a style; the quality is not grouped, since type size sets it apart. */
export function chordParts(chord: Chord, style: Partial<NumberStyle> = {}): ChordParts {
  const written = { ...plainStyle, ...style };
  const degree = (one: Degree) => nameDegree(one, written);
  const own = written.names ? ownNameOf(chord, written.names) : null;
  if (own) {
    const on = own.on && degree(own.on);
    const bass = own.bass && degree(own.bass);
    // On a page it reads like a quality of its degree; in a line of text it stands before it.
    return on === null
      ? { accidental: '', numeral: own.name, quality: '', bass }
      : { accidental: on.slice(0, -1), numeral: on.slice(-1), quality: own.name, bass };
  }
  switch (chord.kind) {
    case 'named':
      return { ...shapeParts(chord, written), bass: chord.bass && degree(chord.bass) };
    case 'stack':
      return {
        accidental: '',
        numeral: `[${chord.degrees.map(degree).join('-')}]`,
        quality: '',
        bass: chord.bass && degree(chord.bass),
      };
    case 'layered': {
      const shell = inLine(shapeParts(chord.shell, written));
      return { ...shapeParts(chord.upper, written), bass: `[${shell}]/${degree(chord.bass)}` };
    }
  }
}

function shapeParts({ root, figures }: Shape, style: NumberStyle): Omit<ChordParts, 'bass'> {
  const degree = writtenDegree(root, style);
  return {
    accidental: accidentals(degree.alter, style.signs),
    numeral: String(degree.step),
    quality: printQuality(figures, bareTriad(root, style), style.signs, style.symbols),
  };
}

function inLine({ accidental, numeral, quality }: Omit<ChordParts, 'bass'>): string {
  return accidental + numeral + grouped(quality);
}

/**
 * A chord as a line of text in numbers. Reading it back in the same style gives the same chord.
 * @example formatChord(chord) // '5(13)', '6m7', '4maj7', '1/3', 'b7(13#11)/3', '[2-5-1]', '2/[57]/5'
 */
export function formatChord(chord: Chord, style: Partial<NumberStyle> = {}): string {
  const own = style.names ? ownNameOf(chord, style.names) : null;
  const { bass, ...shape } = chordParts(chord, style);
  if (own?.on) return `${own.name}@${nameDegree(own.on, style)}${bass === null ? '' : `/${bass}`}`;
  return inLine(shape) + (bass === null ? '' : `/${bass}`);
}

/**
 * A figure that directly follows the degree stands in parentheses when it is longer than one digit or is 5 or 6,
 * so that 5(13) is not read as 51 and 3; so does an alteration, which could be read as belonging to the degree.
 */
function grouped(quality: string): string {
  const figure = /^\d+/.exec(quality)?.[0];
  const apart = figure
    ? figure.length > 1 || figure === '5' || figure === '6'
    : /^[b#♭♯]/u.test(quality);
  return apart ? `(${quality.replace(/[()]/g, '')})` : quality;
}

/** A degree of the key as it is counted and written in a style: home of a minor key is 6, or 1 from its own tonic. */
export function nameDegree(degree: Degree, style: Partial<NumberStyle> = {}): string {
  const written = { ...plainStyle, ...style };
  return formatDegree(writtenDegree(degree, written), written.signs);
}

function writtenDegree(degree: Degree, style: NumberStyle): Degree {
  return style.minor === 'own tonic' ? toOwnTonic(degree) : degree;
}

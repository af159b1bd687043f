import { figureSemitones, type Chord, type Figure } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { fromLetters } from '../../chord/letters.ts';
import { parseChord } from '../../chord/parseChord.ts';
import {
  degreeHeight,
  degreeSemitones,
  sameDegree,
  toRelative,
  type Degree,
  type Step,
} from '../../pitch/degree.ts';
import { degreeOfNote, type Key } from '../../pitch/key.ts';
import { fold, formatNote, letters, withSigns, type Note } from '../../pitch/note.ts';
import { figuresOf, type HarmonyDegree } from '../harmonyKinds.ts';
import { child, childrenOf, numberOf, textOf, type XmlElement } from '../xml.ts';

/**
 * The chord of a harmony: its text where it says all, else its kind and degrees.
 * @returns null where not every tone of it can be kept: a chord that lost one would be another chord
 */
export function chordOf(harmony: XmlElement, key: Key): Chord | null {
  const [kind, ...more] = childrenOf(harmony, 'kind');
  // Several chords in one harmony are a chord over a chord.
  if (!kind || more.length > 0 || kind.text.trim() === 'none') return null;
  const whole = kind.attributes['text'] ?? '';
  if (whole.includes('[')) {
    const read = parseChord(whole);
    return read.ok ? read.value : null;
  }
  const root = rootOfHarmony(harmony, key);
  if (!root) return null;
  const figures = figuresIn(harmony, kind);
  if (!figures) return null;
  const bass = bassOfHarmony(harmony, key, root, figures);
  if (bass === 'unreadable') return null;
  const chord: Chord = { kind: 'named', root, figures, bass };
  return survives(chord) ? chord : null;
}

/** Whether a harmony says that no chord sounds from there on. */
export function isSilence(harmony: XmlElement): boolean {
  return childrenOf(harmony, 'kind').some(({ text }) => text.trim() === 'none');
}

/** What a harmony says, for a person who misses it: `G dominant, add 10`. */
export function harmonyInWords(harmony: XmlElement): string {
  const kinds = childrenOf(harmony, 'kind').map(({ text, attributes }) =>
    [text.trim(), attributes['text'] && `“${attributes['text']}”`].filter(Boolean).join(' '),
  );
  const degrees = childrenOf(harmony, 'degree').map((one) =>
    ['degree-type', 'degree-alter', 'degree-value']
      .map((name) => textOf(one, name).trim())
      .filter((text) => text !== '' && text !== '0')
      .join(' '),
  );
  const named = [textOf(harmony, 'root', 'root-step').trim(), kinds.join(' over ')];
  const first = named.filter(Boolean).join(' ') || 'a chord without a kind';
  return [first, ...degrees].join(', ').slice(0, 80);
}

/** A harmony as the score shows it, in letters where it has them: `F♯m7/E`. */
export function harmonyAsShown(harmony: XmlElement): string {
  if (isSilence(harmony)) return 'N.C.';
  const [kind, ...more] = childrenOf(harmony, 'kind');
  const root = noteIn(child(harmony, 'root'), 'root');
  if (!kind || more.length > 0 || !root) return harmonyInWords(harmony);
  const bass = noteIn(child(harmony, 'bass'), 'bass');
  const figures = figuresIn(harmony, kind);
  const quality = figures
    ? formatChord({ kind: 'named', root: { step: 1, alter: 0 }, figures, bass: null }).slice(1)
    : (kind.attributes['text'] ?? kind.text.trim());
  return `${formatNote(root, 'printed')}${withSigns(quality, 'printed')}${bass ? `/${formatNote(bass, 'printed')}` : ''}`;
}

function figuresIn(harmony: XmlElement, kind: XmlElement): readonly Figure[] | null {
  const degrees = childrenOf(harmony, 'degree').map((one): HarmonyDegree | null => {
    const type = textOf(one, 'degree-type').trim();
    const value = numberOf(one, 'degree-value');
    const alter = numberOf(one, 'degree-alter') ?? 0;
    if (value === null || (type !== 'add' && type !== 'alter' && type !== 'subtract')) return null;
    return { value, alter, type };
  });
  const read = degrees.filter((one) => one !== null);
  if (read.length < degrees.length) return null;
  const figures = figuresOf({ kind: kind.text.trim(), degrees: read });
  if (figures || read.length > 0) return figures;
  // Another kind: its text may still say a chord over any root.
  const text = kind.attributes['text'] ?? '';
  if (text.trim() === '') return null;
  const said = fromLetters(`C${text}`, { tonic: { letter: 'C', alter: 0 }, mode: 'major' });
  return said.ok && said.value.kind === 'named' && !said.value.bass ? said.value.figures : null;
}

/** The bass that is said, else the tone that an inversion puts lowest: 1 for the third, 2 for the fifth, 3 for the seventh. */
function bassOfHarmony(
  harmony: XmlElement,
  key: Key,
  root: Degree,
  figures: readonly Figure[],
): Degree | null | 'unreadable' {
  const said = child(harmony, 'bass');
  if (said) {
    const note = noteIn(said, 'bass');
    return note ? degreeOfNote(note, key) : 'unreadable';
  }
  const inversion = child(harmony, 'inversion') ? numberOf(harmony, 'inversion') : 0;
  if (inversion === 0) return null;
  const figure = ([3, 5, 7] as const)[(inversion ?? 0) - 1];
  const tone = figures.find((one) => one.figure === figure);
  return tone ? degreeAbove(root, tone) : 'unreadable';
}

/** The degree that stands a figure above another. */
function degreeAbove(root: Degree, { figure, alter }: Figure): Degree {
  const step = (fold(root.step - 1 + figure - 1, 7) + 1) as Step;
  const wanted = degreeSemitones(root) + figureSemitones({ figure, alter });
  const apart = fold(wanted - degreeHeight({ step, alter: 0 }) + 6, 12) - 6;
  return { step, alter: apart };
}

/** Whether a chord is the same one when its symbol is read again: what no symbol says would be lost on the page. */
function survives(chord: Chord & { readonly kind: 'named' }): boolean {
  const read = parseChord(formatChord(chord));
  if (!read.ok || read.value.kind !== 'named') return false;
  const { root, bass, figures } = read.value;
  if (!sameDegree(root, chord.root) || !sameDegree(bass, chord.bass)) return false;
  const tones = (all: readonly Figure[]) =>
    [...new Set(all.map(figureSemitones))].sort((one, other) => one - other).join();
  return tones(figures) === tones(chord.figures);
}

function rootOfHarmony(harmony: XmlElement, key: Key): Degree | null {
  const note = noteIn(child(harmony, 'root'), 'root');
  if (note) return degreeOfNote(note, key);
  const numeral = child(harmony, 'numeral');
  const step = numberOf(numeral, 'numeral-root');
  if (step === null || step < 1 || step > 7) return null;
  const alter = numberOf(numeral, 'numeral-alter') ?? 0;
  if (Math.abs(alter) > 2) return null;
  const degree: Degree = { step: step as Step, alter };
  const counted = textOf(numeral, 'numeral-key', 'numeral-mode') || key.mode;
  return counted === 'major' ? degree : toRelative(degree);
}

function noteIn(of: XmlElement | null, name: 'root' | 'bass'): Note | null {
  const letter = letters.find((one) => one === textOf(of, `${name}-step`).trim());
  const alter = numberOf(of, `${name}-alter`) ?? 0;
  return letter && Math.abs(alter) <= 2 ? { letter, alter } : null;
}

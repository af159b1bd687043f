import { pushTicks, type ChordSlot } from '../../chart/song.ts';
import { rootOf, type Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { letterParts } from '../../chord/letters.ts';
import type { Degree } from '../../pitch/degree.ts';
import { keySignature, noteOfDegree, type Key } from '../../pitch/key.ts';
import type { Note } from '../../pitch/note.ts';
import { harmonyKind } from '../harmonyKinds.ts';
import { element, type XmlElement } from '../xml.ts';

/**
 * A chord as MusicXML has it: its root as a note or as a degree, its kind, and how early it is pushed.
 * @param at where it is due, in ticks from where the element stands
 */
export function harmonyElement(
  { chord, push }: ChordSlot,
  key: Key,
  harmony: 'root' | 'numeral',
  at = 0,
): XmlElement {
  const early = at - (push ? pushTicks(push) : 0);
  const offset = early !== 0 && element('offset', { sound: 'yes' }, early);
  const root = rootOf(chord);
  const { kind, degrees } =
    chord.kind === 'named' ? harmonyKind(chord.figures) : { kind: 'other', degrees: [] };
  const bass = bassOf(chord);
  return element(
    'harmony',
    {},
    harmony === 'numeral'
      ? numeralElement(root, key)
      : noteElement('root', noteOfDegree(root, key)),
    element('kind', { text: kindText(chord, key) }, kind),
    bass && noteElement('bass', noteOfDegree(bass, key)),
    ...degrees.map(({ value, alter, type }) =>
      element(
        'degree',
        { 'print-object': 'no' },
        element('degree-value', {}, value),
        element('degree-alter', {}, alter),
        element('degree-type', {}, type),
      ),
    ),
    offset,
  );
}

function noteElement(name: 'root' | 'bass', { letter, alter }: Note): XmlElement {
  return element(
    name,
    {},
    element(`${name}-step`, {}, letter),
    alter !== 0 && element(`${name}-alter`, {}, alter),
  );
}

/** Degrees are those of the relative major, so the key they are counted in is said with them. */
function numeralElement({ step, alter }: Degree, key: Key): XmlElement {
  const sign = alter === 0 ? '' : (alter < 0 ? 'b' : '#').repeat(Math.abs(alter));
  return element(
    'numeral',
    {},
    element('numeral-root', { text: `${sign}${step}` }, step),
    alter !== 0 && element('numeral-alter', {}, alter),
    key.mode === 'minor' &&
      element(
        'numeral-key',
        {},
        element('numeral-fifths', {}, keySignature(key)),
        element('numeral-mode', {}, 'major'),
      ),
  );
}

function bassOf(chord: Chord): Degree | null {
  return chord.bass;
}

/** What stands behind the root: the quality; of a shape that has no kind, its whole name in numbers. */
function kindText(chord: Chord, key: Key): string {
  return chord.kind === 'named' ? letterParts(chord, key).quality : formatChord(chord);
}

/** The music of Intervallum: what other packages, and tools outside, may call. */
export type { Place, Problem, Repair, Result } from './result.ts';

export type { Letter, Note, Signs } from './pitch/note.ts';
export { formatNote, pitchClass } from './pitch/note.ts';
export type { Degree, MinorSchool, Step } from './pitch/degree.ts';
export { formatDegree, toOwnTonic, toRelative } from './pitch/degree.ts';
export type { Key, Mode } from './pitch/key.ts';
export {
  allKeys,
  degreeOfNote,
  formatKey,
  keyOfSignature,
  keySignature,
  noteOfDegree,
  parseKey,
  relativeMajor,
  sameKey,
  scale,
  simplestKey,
  transposeKey,
  twelveKeys,
} from './pitch/key.ts';
export { frequency, midiNumber } from './pitch/midi.ts';

export type { Chord, Figure, Reading } from './chord/chord.ts';
export type { NumberStyle } from './chord/reading.ts';
export type { ChordParts } from './chord/formatChord.ts';
export type { ChordTone, Role } from './chord/tones.ts';
export { parseChord } from './chord/parseChord.ts';
export { chordParts, formatChord } from './chord/formatChord.ts';
export { chordTones, leavesKey } from './chord/tones.ts';
export type { LetterParts } from './chord/letters.ts';
export { fromLetters, letterParts, toLetters } from './chord/letters.ts';

export type { Meter } from './chart/meter.ts';
export { barTicks, divisions, formatMeter, parseMeter } from './chart/meter.ts';
export type {
  Bar,
  ChordSlot,
  Phrase,
  PlayedBar,
  Push,
  Ring,
  Section,
  SameBar,
  Slot,
  Song,
} from './chart/song.ts';
export { pushCount } from './chart/count.ts';
export { styleFor } from './chart/song.ts';
export type { BarToken, Line } from './chart/lines.ts';
export { lexBars, readLine } from './chart/lines.ts';
export { fieldNames } from './chart/fields.ts';
export type { ChartResult } from './chart/parseChart.ts';
export { chartLimits, parseChart } from './chart/parseChart.ts';
export { printChart } from './chart/printChart.ts';

/** The music of Intervallum: what other packages, and tools outside, may call. */
export type { Place, Problem, Repair, Result } from './result.ts';

export type { Letter, Note, Signs } from './pitch/note.ts';
export { formatNote, pitchClass, withSigns } from './pitch/note.ts';
export type { Degree, MinorSchool, Step } from './pitch/degree.ts';
export {
  degreeOfSemitones,
  degreeSemitones,
  formatDegree,
  toOwnTonic,
  toRelative,
} from './pitch/degree.ts';
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
export type { NameStyle, NoteLanguage, Spelling } from './pitch/names.ts';
export { easyNote, nameNote, noteLanguages, readNoteName, sayNote } from './pitch/names.ts';

export type {
  Chord,
  Figure,
  LayeredChord,
  NamedChord,
  Reading,
  Shape,
  StackChord,
} from './chord/chord.ts';
export { rootOf } from './chord/chord.ts';
export type { NumberStyle, Symbols } from './chord/reading.ts';
export type { ChordParts } from './chord/formatChord.ts';
export type { ChordTone, Role, Weight } from './chord/tones.ts';
export { parseChord } from './chord/parseChord.ts';
export { chordParts, formatChord, nameDegree } from './chord/formatChord.ts';
export { bassNote, chordTones, leavesKey, pitchClassesOf } from './chord/tones.ts';
export type { LetterParts, LetterReading, LetterStyle } from './chord/letters.ts';
export { fromLetters, letterParts, toLetters } from './chord/letters.ts';

export type { Colour, ColourContext, Grade } from './chord/colours.ts';
export { grades, suggestColours } from './chord/colours.ts';
export { closeVoicing, equivalents } from './chord/equivalents.ts';
export type { Voicing, VoicingContext, VoicingReading } from './chord/identify.ts';
export type { Member } from './chord/member.ts';
export { identifyVoicing } from './chord/identify.ts';

export type { Meter } from './chart/meter.ts';
export {
  barTicks,
  divisions,
  feltBeats,
  formatMeter,
  parseMeter,
  tempoBeat,
} from './chart/meter.ts';
export type {
  Bar,
  ChordSlot,
  Feel,
  Phrase,
  PlayedBar,
  Push,
  Ring,
  Section,
  SameBar,
  Slot,
  Song,
  Swing,
} from './chart/song.ts';
export type { Step as PatternStep, StepLength, StepVoice, TexturedHand } from './chart/steps.ts';
export { notesInOrder, printStep, stepLengths, voicesOf } from './chart/steps.ts';
export type { PatternName } from './chart/patterns.ts';
export { patternNames } from './chart/patterns.ts';
export type { Dynamic, Texture, Textures } from './chart/texture.ts';
export {
  dynamics,
  noTextures,
  patternOf,
  printTexture,
  readTexture,
  texturesOf,
} from './chart/texture.ts';
export type { TuneBar, TuneEvent, TuneNote } from './chart/tune.ts';
export { printTuneBar, printTuneLine, printTuneNote } from './chart/printTune.ts';
export { readTuneBar, readTuneLine } from './chart/readTune.ts';
export { countedOctave, soundingAfter, tuneNoteOf, tuneOctave, tunePitch } from './chart/tune.ts';
export { onBeats, setToTune, syllablesOf } from './chart/syllables.ts';
export { countAt } from './chart/counting.ts';
export { pushCount } from './chart/count.ts';
export { feels, styleFor } from './chart/song.ts';
export type { BarToken, Line } from './chart/lines.ts';
export { lexBars, readLine } from './chart/lines.ts';
export type { PlacedSlot, TextChange } from './chart/edit.ts';
export {
  fieldChanges,
  placedSlots,
  rewriteNumbers,
  splitSlot,
  withoutField,
} from './chart/edit.ts';
export type { SongHead } from './chart/fields.ts';
export { fieldNames } from './chart/fields.ts';
export type { ChartResult } from './chart/parseChart.ts';
export { chartLimits, parseChart } from './chart/parseChart.ts';
export { printChart } from './chart/printChart.ts';

export { carrySlots } from './chart/carry.ts';
export type { TimedSlot, Timeline } from './chart/timeline.ts';
export { expand } from './chart/timeline.ts';

export type { HandGrade, Instrument, Lineup, Reach, Span } from './hands/player.ts';
export { handGrades, hasBassPlayer, instruments, lineups, usualReach } from './hands/player.ts';
export type { LeftFamily, RightFamily, School } from './hands/schools.ts';
export { schools } from './hands/schools.ts';
export type { HandDegrees, HeldDegree, PaletteShape, Pin } from './hands/pins.ts';
export { fromDegrees, toDegrees } from './hands/pins.ts';
export { splitHands } from './hands/split.ts';
export { spanInWords } from './hands/troubles.ts';
export type {
  HandsProblem,
  OtherVoicing,
  Progress,
  Voiced,
  VoicedSlot,
  VoiceOptions,
  Walk,
  WalkKind,
  WalkMark,
} from './hands/voiced.ts';
export { walkKinds } from './hands/voiced.ts';
export { Voicer } from './hands/voicer.ts';
export { alternatives, voice } from './hands/voice.ts';
export { walkIn } from './hands/walks.ts';
export type { CommonTone, StepMovement } from './hands/words.ts';
export {
  commonToneInWords,
  commonTones,
  noteNamer,
  otherInWords,
  semitonesWorth,
  stepInWords,
  stepMovement,
} from './hands/words.ts';
export { stepsOfBar } from './hands/textures.ts';
export type { SungNote } from './hands/sung.ts';
export { melodyOver, sungNotes } from './hands/sung.ts';
export type { Performance, PlayedNote } from './hands/perform.ts';
export { perform } from './hands/perform.ts';
export type { TempoMark } from './hands/tempo.ts';
export { clockOf } from './hands/tempo.ts';
export type { SectionRegister, SongHands } from './hands/songHands.ts';
export { carryHands, freeHands } from './hands/songHands.ts';
export type { PhraseWhen, RoadStep } from './chart/song.ts';
export { printRoad } from './chart/road.ts';
export { ordinalOf } from './chart/when.ts';
export type { TimelinePart } from './chart/timeline.ts';
export type { SectionKey, UnrolledSong } from './chart/unroll.ts';
export { unroll } from './chart/unroll.ts';
export { metersOf } from './chart/sectionMeters.ts';
export type { Beat } from './chart/beats.ts';
export { beatsOf, countedBeats } from './chart/beats.ts';

export type { ChartChange } from './writing/changes.ts';
export { changeText } from './writing/changes.ts';
export type { ChartEdit, Cursor } from './writing/place.ts';
export { addPhrase, insertBar, remove } from './writing/bars.ts';
export {
  addSection,
  copySection,
  removeSection,
  repeatSection,
  setSongTextures,
  setTextures,
} from './writing/sections.ts';
export type { MarkName } from './writing/slots.ts';
export {
  hold,
  inOrder,
  join,
  mark,
  putChord,
  putSilence,
  repeatBar,
  split,
} from './writing/slots.ts';
export { transposeByDegrees } from './writing/transpose.ts';
export type { TuneLine } from './writing/tune.ts';
export { setTune, tuneLineAt, withoutLast, withPlayed } from './writing/tune.ts';
export { setWords, spreadWords } from './writing/words.ts';

export type { NoteValue } from './formats/noteValues.ts';
export { noteValues } from './formats/noteValues.ts';
export { toMidi } from './formats/toMidi.ts';
export type { TextWish } from './formats/toText.ts';
export { toText } from './formats/toText.ts';
export type { Imported } from './formats/imported.ts';
export type { KeyGuess } from './formats/guessKey.ts';
export { guessKey } from './formats/guessKey.ts';
export type { TextHints } from './formats/fromText.ts';
export { fromText } from './formats/fromText.ts';
export { fromMusicXml } from './formats/fromMusicXml.ts';
export type { MusicXmlWish } from './formats/toMusicXml.ts';
export { toPianoMusicXml } from './formats/toPianoMusicXml.ts';
export { toMusicXml } from './formats/toMusicXml.ts';
export { fromMidi } from './formats/fromMidi.ts';
export type { ImportedList, SongRow } from './formats/songList.ts';
export { fromCsv, rowOf, toCsv } from './formats/songList.ts';

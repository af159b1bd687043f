/** The music of Intervallum: what other packages, and tools outside, may call. */
export type { Place, Problem, Repair, Result } from './kit/result.ts';

export type { Letter, Note, Signs } from './pitch/note.ts';
export { formatNote, pitchClass, withSigns } from './pitch/note.ts';
export type { Degree, MinorSchool, Step } from './pitch/degree.ts';
export {
  degreeOfSemitones,
  degreeOver,
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
  liftBetween,
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
export { bassOf, hasFigure, rootOf } from './chord/chord.ts';
export type { NumberStyle, Symbols } from './chord/reading.ts';
export type { ChordParts } from './chord/formatChord.ts';
export type { ChordTone, Role, Weight } from './chord/tones.ts';
export type { OwnName } from './chord/ownNames.ts';
export { ownNameOf } from './chord/ownNames.ts';
export { parseChord } from './chord/parseChord.ts';
export { readTypedChord } from './chord/typedChord.ts';
export { chordParts, formatChord, nameDegree } from './chord/formatChord.ts';
export { bassNote, chordTones, leavesKey, pitchClassesOf } from './chord/tones.ts';
export type { LetterParts, LetterReading, LetterStyle } from './chord/letters.ts';
export { fromLetters, letterParts, toLetters } from './chord/letters.ts';

export type { Colour, ColourContext } from './chord/colours.ts';
export { suggestColours } from './chord/colours.ts';
export type { Grade } from './chord/colourForms.ts';
export { grades } from './chord/colourForms.ts';
export type { InnerMovement } from './chord/innerMovement.ts';
export { innerMovements } from './chord/innerMovement.ts';
export type { SuspensionKind } from './chord/suspend.ts';
export { suspensionKinds, suspensionOf } from './chord/suspend.ts';
export type { OverBass } from './chord/overBasses.ts';
export { overBasses } from './chord/overBasses.ts';
export type { Leading } from './chord/leading.ts';
export { leadingOf } from './chord/leading.ts';
export { closeVoicing, equivalents } from './chord/equivalents.ts';
export type { Voicing } from './chord/identify.ts';
export type { VoicingContext, VoicingReading } from './chord/voicingReadings.ts';
export type { Member } from './chord/member.ts';
export { identifyVoicing } from './chord/identify.ts';

export type { Meter } from './chart/meter.ts';
export {
  barTicks,
  divisions,
  feltBeats,
  formatMeter,
  sameMeter,
  parseMeter,
  tempoBeat,
} from './chart/meter.ts';
export type {
  Bar,
  ChordSlot,
  Feel,
  LiftStep,
  Phrase,
  PlayedBar,
  Push,
  Ring,
  Section,
  SameBar,
  TempoChange,
  Slot,
  Song,
  Swing,
} from './chart/song.ts';
export type { Step as PatternStep, StepLength, StepVoice, TexturedHand } from './chart/steps.ts';
export { notesInOrder, printStep, stepLengths, voicesOf } from './chart/steps.ts';
export type { PatternName } from './chart/patterns.ts';
export { patternNames } from './chart/patterns.ts';
export {
  isForHand,
  mostPatternBars,
  longestPatternName,
  mostPatterns,
  printPatternBars,
  printSongPattern,
  readSongPattern,
  type PatternBars,
  type SongPattern,
} from './chart/ownPatterns.ts';
export type { BarTexture, Dynamic, Texture, Textures } from './chart/texture.ts';
export {
  dynamics,
  noTextures,
  patternOf,
  printTexture,
  readTexture,
  textureInBar,
  texturesOf,
  withBarTexture,
} from './chart/texture.ts';
export type { TuneBar, TuneEvent, TuneNote } from './chart/tune.ts';
export type {
  HandLine,
  LineBar,
  LineCell,
  LineEvent,
  LineNote,
  LineOfBar,
  LineStrike,
  NamedLine,
} from './chart/played.ts';
export { linesOfBars } from './chart/played.ts';
export { printLineBar } from './chart/print/printPlayed.ts';
export { readLineBar } from './chart/read/readPlayed.ts';
export { printTuneBar, printTuneLine, printTuneNote } from './chart/print/printTune.ts';
export { readTuneBar, readTuneLine } from './chart/read/readTune.ts';
export { countedOctave, soundingAfter, tuneNoteOf, tuneOctave, tunePitch } from './chart/tune.ts';
export { onBeats, setToTune, syllablesOf } from './chart/syllables.ts';
export { countAt } from './chart/time/counting.ts';
export { pushCount } from './chart/count.ts';
export { feels, styleFor, usualTempo } from './chart/song.ts';
export type { BarToken, Line } from './chart/lines.ts';
export { lexBars, readLine } from './chart/lines.ts';
export type { TextSlot, TimelineIndex } from './chart/places.ts';
export type { PlacedSlot, TypedSlot } from './marks/slots.ts';
export { placedSlots, saysOf, textSlotAt, typedSlots } from './marks/slots.ts';
export { sectionOfBar } from './marks/sections.ts';
export type { Follow } from './marks/follow.ts';
export { copiesSaid, followEdit, isSaid, followSlots } from './marks/follow.ts';
export { compareTexts } from './marks/compare.ts';
export type { TextEdit } from './kit/edits.ts';
export { areInOrder, cutToDifference, editBetween, inTextOrder, withEdits } from './kit/edits.ts';
export type { SongHead } from './chart/fields.ts';
export { fieldNames, type FieldName } from './chart/fields.ts';
export {
  printRangeSaid,
  readRangeSaid,
  typedNoteAt,
  typedPitch,
  type RangeSaid,
  type TypedNote,
} from './chart/saidRange.ts';
export type { ChartResult } from './chart/read/parseChart.ts';
export { BarReadings } from './chart/read/parseBars.ts';
export { chartLimits } from './chart/limits.ts';
export { parseChart } from './chart/read/parseChart.ts';
export { asItSounded, chartRules } from './chart/earlier/asItSounded.ts';
export { printChart } from './chart/print/printChart.ts';

export { carrySlots } from './marks/carry.ts';
export type { TimedSlot, Timeline } from './chart/time/timeline.ts';
export { expand } from './chart/time/timeline.ts';
export { placeAt, type PlaceAt } from './chart/time/placeAt.ts';

export type { HandGrade, Instrument, Lineup, Reach, Span } from './hands/shapes/player.ts';
export {
  handGrades,
  hasBassPlayer,
  instruments,
  lineups,
  usualReach,
} from './hands/shapes/player.ts';
export type { LeftFamily, RightFamily } from './hands/shapes/schools.ts';
export type { Pin } from './hands/shapes/pins.ts';
export type { HandDegrees, HeldDegree, PaletteShape } from './chart/namedShapes.ts';
export { chartRegister, printShape, readShape } from './chart/namedShapes.ts';
export type {
  HandsLine,
  LeftShape,
  LeftWish,
  RightWay,
  RightWish,
  SaidHands,
  Pedalling,
  School,
} from './chart/saidHands.ts';
export {
  handsLines,
  handsLineValues,
  leftShapes,
  pedallings,
  nothingSaidOfHands,
  printHandsLine,
  readHandsLine,
  rightWays,
  saidFirst,
  schools,
  usualSchool,
} from './chart/saidHands.ts';
export { fromDegrees, toDegrees } from './hands/shapes/pins.ts';
export { atChartRegister } from './hands/shapes/namedShapes.ts';
export { splitHands } from './hands/shapes/split.ts';
export { spanInWords } from './hands/shapes/spans.ts';
export { hasRaisedSixth } from './hands/search/walks.ts';
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
  LineMark,
} from './hands/search/voiced.ts';
export { walkKinds } from './hands/search/voiced.ts';
export { Voicer } from './hands/search/voicer.ts';
export { alternatives, voice } from './hands/search/voice.ts';
export { hasLine, innerLines, withLine, withoutLine, type InnerLine } from './hands/innerLines.ts';
export { walkIn } from './hands/search/walks.ts';
export type { Finger, FingerStep } from './hands/words/fingers.ts';
export { fingersOf, fingerStep } from './hands/words/fingers.ts';
export type { SongShape } from './hands/words/songShapes.ts';
export { fiveFingerPlace, optionalNotes, shapesOfSong } from './hands/words/songShapes.ts';
export type { Move, MoveChord, MoveForm, MoveKind, OwnMove, SeriesPace } from './moves/move.ts';
export { moveKinds, seriesPaces } from './moves/move.ts';
export type { HeldShape, MoveShape, ShapeNote } from './moves/shapes.ts';
export { areWithin, holdShapes, printShapes, readShapes, shapeOf } from './moves/shapes.ts';
export type { MovePlace, MovesFound, MoveWishes, Refused } from './moves/suggestMoves.ts';
export { findMoves, suggestMoves, turnarounds } from './moves/suggestMoves.ts';
export { bassCurve } from './moves/gap.ts';
export type { LiftWay, LiftWishes } from './moves/planLift.ts';
export { liftFormulas, planLift } from './moves/planLift.ts';
export type { LiftMove, LiftPlace, TopNote } from './moves/lifts.ts';
export { easyTop, liftPlaces, lifts, topSung, withoutLift } from './moves/lifts.ts';
export { busyness, type BusyBar } from './moves/busyness.ts';
export type { SectionMove } from './moves/sectionMoves.ts';
export { intros, type IntroWishes } from './moves/intros.ts';
export { endings, type EndingWishes } from './moves/endings.ts';
export { withMoveHands } from './moves/handsTaken.ts';
export { handsOfMove, type MoveHands } from './moves/handsOfMove.ts';
export type { MadeMove, MadeStep } from './moves/ownMoves.ts';
export {
  checkOwnMove,
  makeOwnMove,
  mostOwnMoves,
  printOwnMoves,
  readOwnMoves,
} from './moves/ownMoves.ts';
export { bassLines, type BassLineWishes } from './moves/bassLines.ts';
export type {
  Hand as RunHand,
  Run,
  RunEvent,
  RunFamily,
  RunFrom,
  RunGrade,
  RunLanding,
  RunTone,
} from './runs/model/run.ts';
export {
  handsOf as handsOfRun,
  leadsOn as runLeadsOn,
  runFamilies,
  runGrades,
} from './runs/model/run.ts';
export type { RunChord, RunKind } from './runs/model/kinds.ts';
export { runChord, runKinds } from './runs/model/kinds.ts';
export type { Material, NamedTones, TriadPair } from './runs/material.ts';
export { materialOf } from './runs/material.ts';
export { keyboardSet, playedKey } from './keyboard/playedIn.ts';
export type { KeyboardSound, Patch, SoundPart, UsualPatch } from './keyboard/sound.ts';
export { isSameSound, isSilent, noSound, soundParts, usualPatches } from './keyboard/sound.ts';
export type { SoundChannels } from './keyboard/soundMessages.ts';
export { soundMessages, usualChannels } from './keyboard/soundMessages.ts';
export type { SectionSound, SongKeyboard, SoundChange } from './keyboard/songKeyboard.ts';
export {
  keyboardKind,
  plainKeyboard,
  soundChanges,
  soundOf,
  withPlayedIn,
  withSound,
} from './keyboard/songKeyboard.ts';
export type { FillPlace, PlacedRun, SongFills } from './runs/songFills.ts';
export { fillPlaceAt, fillsKind, noFills, runAt, withoutRun, withRun } from './runs/songFills.ts';
export type {
  PlacedRuns,
  PlaceWishes,
  ProposedRun,
  RefusedPlace,
  Restraint,
} from './runs/placeRuns.ts';
export { placeRuns, restraints } from './runs/placeRuns.ts';
export type { Variant, VariantKind } from './runs/variants.ts';
export { variantKinds, variantsOf } from './runs/variants.ts';
export { runHeight } from './runs/runTones.ts';
export { joinedRuns, leadingOn, oneHandOf, ownOver, withFinger } from './runs/pieces.ts';
export type { GridCell, GridColumnOfRun, GridNote, GridOfRun } from './runs/runGrid.ts';
export { gridOfRun } from './runs/runGrid.ts';
export {
  makeRun,
  runDirections,
  runOrders,
  type RunChoices,
  type RunDirection,
  type RunOrder,
} from './runs/generate.ts';
export { densityOf, type FullBar } from './runs/density.ts';
export { writeRun } from './runs/writeRun.ts';
export { placedRegister } from './playing/filled.ts';
export type { RunStep, WrittenRun } from './runs/model/readRun.ts';
export { printRun, readRun, runSteps } from './runs/model/readRun.ts';
export { runs } from './runs/library/index.ts';
export type { RunNote } from './runs/runNotes.ts';
export type { RunFit, RunRefused, RunsFound, RunWishes } from './runs/fitRuns.ts';
export { findRuns, fitRuns } from './runs/fitRuns.ts';
export { lineFingers, withFingers } from './runs/fingers.ts';
export {
  captureRun,
  type CapturedRun,
  type CaptureWishes,
  type PressedKey,
} from './runs/capture.ts';
export { captureSteps, type PressedStep } from './runs/capturedSteps.ts';
export { runAsIs } from './runs/asIs.ts';
export { placesOf, type PlaceOfRun } from './runs/placesOf.ts';
export type { PlaceFound, RunPlace } from './runs/places.ts';
export { runPlaces, sungStretches } from './runs/places.ts';
export { slashesOf } from './playing/slashes.ts';
export type { CommonTone, StepMovement } from './hands/words/words.ts';
export {
  commonToneInWords,
  commonTones,
  noteNamer,
  otherInWords,
  semitonesWorth,
  stepInWords,
  stepMovement,
} from './hands/words/words.ts';
export { stepsOfBar } from './playing/patternPlan.ts';
export { addedByPatterns } from './playing/textures.ts';
export type { CellState, GridColumn, HandGrid, Touch } from './playing/grid.ts';
export {
  cellOf,
  gridOf,
  withBars,
  landings,
  silenced,
  touches,
  touchOf,
  turned,
  withCell,
  withColumn,
  withTouch,
} from './playing/grid.ts';
export type { SungNote } from './chart/time/sung.ts';
export { melodyOver, sungNotes } from './chart/time/sung.ts';
export type { Performance, PlayedNote } from './playing/perform.ts';
export { perform, performStruck } from './playing/perform.ts';
export type { Paced } from './playing/oneAfterOther.ts';
export { oneAfterOther } from './playing/oneAfterOther.ts';
export { handsOfDirections, readDirections } from './chart/directions.ts';
export { inTurn } from './playing/inTurn.ts';
export { loosen, looseness } from './playing/loosen.ts';
export type {
  Filled,
  Hand,
  Struck,
  StruckChord,
  StruckNote,
  StruckSource,
} from './playing/struck.ts';
export { strike } from './playing/struck.ts';
export type { NotatedChord } from './playing/notate.ts';
export { notate } from './playing/notate.ts';
export type { TempoMark } from './playing/tempo.ts';
export { clockOf, quartersAMinute } from './playing/tempo.ts';
export type { Slide } from './hands/planing.ts';
export { slid, slides } from './hands/planing.ts';
export type { ToneChange } from './hands/toneChanges.ts';
export { singleToneChanges } from './hands/toneChanges.ts';
export type { HandsPlace } from './hands/decide.ts';
export {
  farthest,
  draggedNote,
  giveNote,
  registerOf,
  sectionHandsOf,
  takeNote,
  toggleNote,
  withoutPin,
  withoutShape,
  withPin,
  withPinAt,
  withRegister,
  withSchool,
  withSection,
  withSections,
  withShape,
  withShapeAt,
  withWalk,
  withWalks,
} from './hands/decide.ts';
export type { ChosenHands } from './hands/words/chosenHands.ts';
export { chosenHands, thinnerOrFatter } from './hands/words/chosenHands.ts';
export type { Stretch } from './playing/stretch.ts';
export { rangeOfStretch } from './playing/stretch.ts';
export type { SaidOfSection, SectionHands, SectionRegister, SongHands } from './hands/songHands.ts';
export { carryHands, freeHands, handsKind } from './hands/songHands.ts';
export type { DecisionKind } from './marks/decision.ts';
export type { Decisions } from './decisions/decisions.ts';
export { carryDecisions, decisionKinds, hasAnchors, noDecisions } from './decisions/decisions.ts';
export type { SongSettled, StepName } from './decisions/settled.ts';
export { nothingSettled, stepNames, withSettled } from './decisions/settled.ts';
export type { AskedSteps, SongStep, StepFact } from './path/steps.ts';
export { nextStep, stepsOfSong } from './path/steps.ts';
export type { PhraseWhen, RoadStep } from './chart/song.ts';
export { printRoad, readLeading, sectionOfStep } from './chart/road.ts';
export { Memo } from './kit/memo.ts';
export { shareParts } from './kit/share.ts';
export { counted, ordinalOf } from './kit/words.ts';
export type { MidiNumber, Ticks } from './kit/ticks.ts';
export { eighth, sixteenth, ticksOf, ticksPerQuarter } from './kit/ticks.ts';
export type { Range } from './kit/lines.ts';
export { LineIndex, linesOf } from './kit/lines.ts';
export type { TimelinePart } from './chart/time/timeline.ts';
export type { SectionKey, UnrolledSong } from './chart/time/unroll.ts';
export { unroll } from './chart/time/unroll.ts';
export { metersOf } from './chart/sectionMeters.ts';
export type { Beat } from './chart/time/beats.ts';
export { beatsOf, beatsOfBar, countedBeats } from './chart/time/beats.ts';

export type { ChartChange } from './writing/change.ts';
export { written } from './writing/changes.ts';
export type { Edit, Suggestion } from './writing/edit.ts';
export type { Cursor, TextPlace } from './marks/cursor.ts';
export { repairAll, repairAllEdit, type Repaired, type RepairStep } from './writing/repairAll.ts';
export { fieldOfWords } from './chart/untidy/fieldWords.ts';
export { barInTime, barsBefore, placeOfBar } from './writing/place.ts';
export { cursorAt, lineAway, lineEnd, nearestCursor, sameCursor, stepped } from './marks/cursor.ts';
export type { ChosenSlot, Proposal } from './writing/chosen.ts';
export { chosenSlot, proposeResolution } from './writing/chosen.ts';
export { dropField, setField } from './writing/fields.ts';
export { rewriteNumbers } from './writing/numbers.ts';
export { splitSlot } from './writing/parting.ts';
export { colourSlots, putMovement } from './writing/colourSlots.ts';
export type { HowToSuspend, SuspendEdit } from './writing/suspendChords.ts';
export { suspendChords } from './writing/suspendChords.ts';
export { addPhrase, insertBar, remove } from './writing/bars.ts';
export { changeBar, endOtherwise } from './writing/endings.ts';
export {
  addSection,
  copySection,
  moveSection,
  renameSection,
  removeSection,
  repeatSection,
  playLike,
  setHands,
  setSectionRange,
  setSongHands,
  setSongShapes,
  setSongPatterns,
  setSongTextures,
  setTextures,
} from './writing/sections.ts';
export type { MarkName } from './writing/slots.ts';
export { partMarks } from './writing/typedMarks.ts';
export {
  hold,
  inOrder,
  join,
  mark,
  pushEverySecond,
  putChord,
  putSilence,
  repeatBar,
  split,
} from './writing/slots.ts';
export { transposeByDegrees } from './writing/transpose.ts';
export type { TuneLine } from './writing/tune.ts';
export { setTune, tuneLineAt, withoutLast, withPlayed } from './writing/tune.ts';
export { setWords, spreadWords } from './writing/words.ts';

export type { NoteValue } from './formats/to/noteValues.ts';
export { noteValues } from './formats/to/noteValues.ts';
export { toMidi } from './formats/to/toMidi.ts';
export type { TextWish } from './formats/to/toText.ts';
export { toText } from './formats/to/toText.ts';
export type { Imported, ScoreHints } from './formats/imported.ts';
export type { LineSource } from './formats/sources.ts';
export type { ImportAnswers, ImportQuestion, QuestionId } from './formats/questions.ts';
export type { WishedNames } from './formats/withNames.ts';
export { withNames } from './formats/withNames.ts';
export { answerTo } from './formats/questions.ts';
export type { KeyGuess } from './formats/guessKey.ts';
export { guessKey } from './formats/guessKey.ts';
export type { TextHints } from './formats/from/fromText.ts';
export { fromText } from './formats/from/fromText.ts';
export { fromMusicXml } from './formats/from/fromMusicXml.ts';
export type { MusicXmlWish } from './formats/to/toMusicXml.ts';
export { toPianoMusicXml } from './formats/to/toPianoMusicXml.ts';
export { toMusicXml } from './formats/to/toMusicXml.ts';
export { fromMidi } from './formats/from/fromMidi.ts';
export type { ImportedList, SongRow } from './formats/songList.ts';
export { writeCsv } from './formats/csv.ts';
export { fromCsv, rowOf, toCsv } from './formats/songList.ts';
export {
  findNumbers,
  numberIndex,
  readNumberSearch,
  type FoundNumbers,
  type NumberIndex,
  type NumberSearch,
} from './search/numbers.ts';
export { joinTexts } from './marks/join.ts';
export { compareSongs } from './compare/compareSongs.ts';
export {
  barParts,
  type BarPart,
  type SongDifference,
  type SongsCompared,
} from './compare/difference.ts';
export type { SungPitch, SungRange } from './voices/range.ts';
export { saidRange, sectionRanges, songRange, sungRange } from './voices/range.ts';
export type { Singer, Voice } from './voices/singers.ts';
export {
  congregationRange,
  singerTrouble,
  sungNoteLimits,
  usualVoices,
  voiceOf,
} from './voices/singers.ts';
export { inSteps, nameOfPitch, nameWithOctave } from './pitch/pitchNames.ts';
export type { CapoShape, TransposingInstrument } from './voices/instruments.ts';
export {
  accidentalsIn,
  capoShapes,
  transposingInstruments,
  writtenKey,
} from './voices/instruments.ts';
export type { Outside, VoiceFit } from './voices/fit.ts';
export { fitVoice } from './voices/fit.ts';
export type { KeyFact } from './voices/keyWords.ts';
export type { KeyReason, KeyRequest, KeyWeights, RankedKey } from './voices/rankKeys.ts';
export { isSingable, rankKeys, usualKeyWeights, worstBeyond } from './voices/rankKeys.ts';
export type { NoKeyFits, Remedy } from './voices/remedies.ts';
export { whyNoKey } from './voices/remedies.ts';
export type { Grown } from './voices/grown.ts';
export { grownBy } from './voices/grown.ts';
export type { HowSung, RangeSearch } from './voices/findRange.ts';
export { afterSung, beginRange, rangeFound } from './voices/findRange.ts';
export type { LiftVerdict } from './voices/judgeLift.ts';
export { judgeLift } from './voices/judgeLift.ts';
export { assumedOpenTimes, minutesOf, songSeconds } from './sets/length.ts';
export type { KeyRelation } from './sets/relation.ts';
export { keyRelation } from './sets/relation.ts';
export type { Bridge } from './sets/bridges.ts';
export type { SongEnd, TempoRelation } from './sets/seam.ts';
export { tempoMark } from './sets/seam.ts';
export type { Flow, PlayedSong } from './sets/flow.ts';
export { beginOf, endOf, planFlow } from './sets/flow.ts';
export type { GapCost, Order, Placed } from './sets/order.ts';
export { bestOrder, mostExact, orderCost } from './sets/order.ts';
export type {
  Bed,
  BetterOrder,
  MomentKind,
  Seam,
  ServiceItem,
  SetPlan,
  SetWarning,
  TimedItem,
} from './sets/planSet.ts';
export { bedFor, momentKinds, planSet } from './sets/planSet.ts';
export type { StepBeside } from './sets/roadDifference.ts';
export { roadDifference, stepsOf } from './sets/roadDifference.ts';
export type { Arrangement, AsPlayed } from './sets/asPlayed.ts';
export { asPlayed, readBridge } from './sets/asPlayed.ts';
export type { BandRole } from './band/roles.ts';
export { bandRoles } from './band/roles.ts';
export type { Entry, SungPart, SungWords } from './band/sungPage.ts';
export { sungPage } from './band/sungPage.ts';
export type { WordSlide } from './band/slides.ts';
export { slidesOf } from './band/slides.ts';
export type { BassWalk } from './band/bassLine.ts';
export { bassSong, bassWalks } from './band/bassLine.ts';
export type { DrumBar, DrumEvent, DrumPart } from './band/drumRoad.ts';
export { drumRoad } from './band/drumRoad.ts';
export { plainTriad, standInSong } from './band/plainChords.ts';
export { withoutHands } from './band/simpler.ts';
export type { Grip } from './band/frets.ts';
export { gripOf, guitarStrings } from './band/frets.ts';
export type { BackingNote, BackingVoice } from './band/backing.ts';
export { backingNotes, backingRanges, backingSong, backingVoices } from './band/backing.ts';
export type { PartRange } from './partwriting/leadParts.ts';
export type { Cue, TimedCue } from './stage/cues.ts';
export { highestLift, tempoLimits } from './stage/cues.ts';
export type { PartName, Program, ProgramItem, ProgramPart } from './stage/program.ts';
export { findPart, partName, songInProgram } from './stage/program.ts';
export type { StageState, StageStep } from './stage/follow.ts';
export { followCues, standing, undoable } from './stage/follow.ts';
export type { PlayedItem } from './stage/played.ts';
export { playedItems } from './stage/played.ts';
export type { StageBeat } from './stage/stageTime.ts';
export { barAt, partMs } from './stage/stageTime.ts';
export { clickBeats } from './stage/click.ts';
export type { Pencil, PencilMark } from './marks/pencil.ts';
export { carryPencil, noPencil, withPencilMark } from './marks/pencil.ts';
export type { Fault, FaultKind, KeyDown } from './practice/fault.ts';
export { faultKinds } from './practice/fault.ts';
export type { DueNote, DueStrike } from './practice/due.ts';
export { dueStrikes } from './practice/due.ts';
export type { Tolerances } from './practice/tolerances.ts';
export { usualTolerances } from './practice/tolerances.ts';
export type { Finding } from './practice/findings.ts';
export { findingsOf } from './practice/findings.ts';
export type { GradeOptions, Round } from './practice/grade.ts';
export { gradeRound } from './practice/grade.ts';
export type { Staircase } from './practice/staircase.ts';
export { afterRound, beginStaircase } from './practice/staircase.ts';
export type { CalledChord, PlayedChord, Waiting } from './practice/waiting.ts';
export { beginWaiting, calledChords, hardestChanges, keyWhileWaiting } from './practice/waiting.ts';
export type { Rung, RungKind } from './practice/ladder.ts';
export { ladderOf, performRung, rungKinds } from './practice/ladder.ts';
export { waysToPractise, type WayToPractise } from './practice/ways.ts';
export { middleOf } from './kit/middle.ts';
export { delayOf, rhythmOf, tapNote, type Delay } from './practice/rhythm.ts';
export { runPieces, runsAlone, type RunPiece } from './practice/runsAlone.ts';
export { improviseKeys, type ImproviseKeys } from './practice/improvise.ts';
export { breakIsDue, type Practised } from './practice/breaks.ts';
export type {
  CleanOnce,
  Readiness,
  ReadyReason,
  ReadyState,
  SectionPractised,
} from './practice/readiness.ts';
export { readinessOf } from './practice/readiness.ts';
export type { DrillGrade, DrillMemory } from './practice/drills/memory.ts';
export { afterDrill, drillGrades } from './practice/drills/memory.ts';
export type { Drill, DrillBars, DrillKind } from './practice/drills/drill.ts';
export { nameDrill, readDrill } from './practice/drills/drill.ts';
export type { DrillAsks, DrillTask } from './practice/drills/tasks.ts';
export { asksOf, fartherThanNeeded, gradeOfDrill, nearestTo } from './practice/drills/tasks.ts';
export type { DrillCard, DrillSong, FailedBars } from './practice/drills/cards.ts';
export { drillCards } from './practice/drills/cards.ts';
export { nextDrills, type NextDrills } from './practice/drills/next.ts';
export type { ClickSteps, PracticeClick } from './practice/clicks.ts';
export { countSaid, practiceClicks } from './practice/clicks.ts';
export type { Sound } from './practice/listening/spectrum.ts';
export { secondsOf, stretchOf } from './practice/listening/spectrum.ts';
export type { NotesHeard } from './practice/listening/notesHeard.ts';
export { loudnessOf, notesHeard, nothingHeard } from './practice/listening/notesHeard.ts';
export type { ChordGuess } from './practice/listening/chordGuesses.ts';
export { guessChords } from './practice/listening/chordGuesses.ts';
export { keyHeard } from './practice/listening/keyHeard.ts';
export { tempoHeard } from './practice/listening/tempoHeard.ts';
export { outlineOf } from './practice/listening/outline.ts';
export type { BarName, RoadBar } from './practice/listening/roadBars.ts';
export { roadBars } from './practice/listening/roadBars.ts';
export type { LaidOut, Mark } from './practice/listening/marks.ts';
export {
  barAtTime,
  barMeant,
  layOut,
  tempoMarked,
  withMark,
  withoutMarks,
} from './practice/listening/marks.ts';
export type { KeyRound, ProgrammeAsk, ProgrammeStep } from './practice/programme.ts';
export {
  barsOfSection,
  keyRounds,
  mostProgrammeBars,
  mostRounds,
  programmeOf,
  secondsOfProgramme,
} from './practice/programme.ts';

export type { Arranged, SongArrangement } from './arrange/arrange.ts';
export type { ArrangeWishes } from './arrange/wishes.ts';
export { arrange } from './arrange/arrange.ts';
export type { ArcPart } from './arrange/arc.ts';
export { arcOf } from './arrange/arc.ts';
export type { Choice, ChoiceKind, Locks, Unkept } from './arrange/choice.ts';
export { choiceKinds, leftAsItIs } from './arrange/choice.ts';
export type { Level } from './arrange/levels.ts';
export { levels } from './arrange/levels.ts';
export type { PartMeasure } from './arrange/measure.ts';
export { measureParts } from './arrange/measure.ts';
export type { Busy } from './arrange/moves.ts';
export type { PatternPair, Style, StyleWeights } from './arrange/styles.ts';
export { styleOf, styles, styleWeights, weightsOf, withWeights } from './arrange/styles.ts';
export type { Taken } from './arrange/take.ts';
export { takeChoices } from './arrange/take.ts';

export type { Harmonized, Stanza, StanzaChord, StanzaWishes } from './arrange/hymn/harmonize.ts';
export { harmonizeStanza } from './arrange/hymn/harmonize.ts';
export type { HarmonyRate } from './arrange/hymn/steps.ts';
export { harmonyRates } from './arrange/hymn/steps.ts';
export type { AroundStanza } from './arrange/hymn/aroundStanza.ts';
export { aroundStanza, missingAround } from './arrange/hymn/aroundStanza.ts';
export type { HymnSchool } from './arrange/hymn/vocabulary.ts';
export { hymnSchools } from './arrange/hymn/vocabulary.ts';
export { writeStanza } from './arrange/hymn/writeStanza.ts';

export type { PianoMeasure, StaffChord, StaffKey } from './formats/to/pianoMeasures.ts';
export { pianoMeasures } from './formats/to/pianoMeasures.ts';

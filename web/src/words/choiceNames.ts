import type {
  ChoiceKind,
  HarmonyRate,
  HymnSchool,
  Dynamic,
  HandGrade,
  LeftWish,
  Level,
  Lineup,
  MoveKind,
  Pedalling,
  Restraint,
  RightWay,
  RightWish,
  RunDirection,
  RunFamily,
  RunGrade,
  RunKind,
  RunOrder,
  RunPiece,
  RunStep,
  School,
  SoundPart,
  UsualPatch,
  VariantKind,
} from '@intervallum/core';
import { t } from './words.ts';

/* What a player chooses among, by the names that core has for it, in the language of the page. */

export const schoolNames: Readonly<Record<School, string>> = {
  'block and plain': t('block and plain'),
  'open and low': t('open and low'),
  'shell and rootless': t('shell and rootless'),
  'stacks of fourths': t('stacks of fourths'),
  'full and fat': t('full and fat'),
  beginner: t('beginner'),
};

export const usualPatchNames: Readonly<Record<UsualPatch, string>> = {
  'grand piano': t('grand piano'),
  'bright piano': t('bright piano'),
  'electric piano': t('electric piano'),
  'bell piano': t('bell piano'),
  celesta: t('celesta'),
  vibraphone: t('vibraphone'),
  organ: t('organ'),
  'rock organ': t('rock organ'),
  'church organ': t('church organ'),
  accordion: t('accordion'),
  'nylon guitar': t('nylon guitar'),
  'acoustic bass': t('acoustic bass'),
  'fingered bass': t('fingered bass'),
  strings: t('strings'),
  'slow strings': t('slow strings'),
  choir: t('choir'),
  voices: t('voices'),
  brass: t('brass'),
  'warm pad': t('warm pad'),
  'wide pad': t('wide pad'),
  'choir pad': t('choir pad'),
  'swelling pad': t('swelling pad'),
};

/** What can sound at once. */
export const soundPartNames: Readonly<Record<SoundPart, string>> = {
  main: t('Sound'),
  layer: t('Layered with it'),
  left: t('Left of a split'),
  pad: t('Pad beneath'),
};

export const lineupNames: Readonly<Record<Lineup, string>> = {
  'keys alone': t('keys alone'),
  'with pad': t('with pad'),
  'with bass': t('with bass'),
  'with bass and guitar': t('with bass and guitar'),
};

/** How much colour: of a chord, and what hands may add. */
export const gradeNames: Readonly<Record<HandGrade, string>> = {
  beginner: t('beginner'),
  plain: t('plain'),
  warm: t('warm'),
  rich: t('rich'),
  altered: t('altered'),
};

/** What goes between two chords, by what it does there. */
export const moveKindNames: Readonly<Record<MoveKind, string>> = {
  'passing diminished': t('passing diminished'),
  'own five': t('its own five'),
  'two five': t('two and five'),
  'fives in a row': t('a row of fives'),
  'around by fifths': t('around by fifths'),
  'bass line': t('a bass line'),
  'inner line': t('an inner line'),
  'passing triads': t('passing triads'),
  borrowed: t('borrowed'),
  slide: t('a slide'),
  'left walk': t('a walk of the left hand'),
  series: t('a series'),
  own: t('our own'),
};

/** What a run is made of. */
export const runFamilyNames: Readonly<Record<RunFamily, string>> = {
  'triad pairs': t('triad pairs'),
  pentatonic: t('pentatonic'),
  blues: t('blues'),
  climb: t('climb'),
  'crushed notes': t('crushed notes'),
  arpeggio: t('arpeggio'),
  grips: t('grips'),
  'planed shapes': t('planed shapes'),
  answer: t('answer'),
};

export const runGradeNames: Readonly<Record<RunGrade, string>> = {
  simple: t('simple'),
  fluent: t('fluent'),
  showpiece: t('showpiece'),
};

/** How long one step of a run is. */
export const runStepNames: Readonly<Record<RunStep, string>> = {
  quarters: t('a quarter'),
  eighths: t('an eighth'),
  triplets: t('a triplet eighth'),
  sixteenths: t('a sixteenth'),
  sextuplets: t('a triplet sixteenth'),
};

export const runDirectionNames: Readonly<Record<RunDirection, string>> = {
  up: t('up'),
  down: t('down'),
  'there and back': t('there and back'),
};

/** How the tones of a run follow each other. */
export const runOrderNames: Readonly<Record<RunOrder, string>> = {
  'in a row': t('in a row'),
  'in threes': t('in threes'),
  'in fours': t('in fours'),
};

/** The kinds of chord that runs are told apart by. */
export const runKindNames: Readonly<Record<RunKind, string>> = {
  major: t('major'),
  dominant: t('dominant'),
  altered: t('altered dominant'),
  suspended: t('suspended'),
  'soft dominant': t('dominant without its third'),
  fifth: t('root and fifth'),
  minor: t('minor'),
  'minor sixth': t('minor sixth'),
  'half-diminished': t('half-diminished'),
  diminished: t('diminished'),
  augmented: t('augmented'),
};

export const restraintNames: Readonly<Record<Restraint, string>> = {
  sparing: t('sparing'),
  usual: t('usual'),
  generous: t('generous'),
};

/** What a run can be made into. */
export const variantNames: Readonly<Record<VariantKind, string>> = {
  shorter: t('shorter'),
  simpler: t('simpler'),
  'without the upper note': t('without the upper note'),
  'other inversion': t('other inversion'),
  'other landing': t('other landing'),
};

export const dynamicNames: Readonly<Record<Dynamic, string>> = {
  soft: t('soft'),
  medium: t('medium'),
  loud: t('loud'),
};

/** When the pedal goes down anew. */
export const pedallingNames: Readonly<Record<Pedalling, string>> = {
  'each chord': t('with each chord'),
  'each bar': t('with each bar'),
  'with the bass': t('where the bass changes'),
  none: t('no pedal'),
};

export const rightWayNames: Readonly<Record<RightWay, string>> = {
  'root position': t('root position'),
  'lowest again on top': t('lowest note again on top'),
  'highest again below': t('highest note again below'),
  climbing: t('climbing inversions'),
  bells: t('bells of home'),
};

/** What the left hand should hold, as one says it. */
export function leftWishName({ shape, orElse }: LeftWish): string {
  return orElse ? t('{{shape}}, else {{orElse}}', { shape, orElse }) : shape;
}

export function rightWishName(wish: RightWish): string {
  return wish.kind === 'way' ? rightWayNames[wish.way] : wish.name;
}

/** How far up or down a section is played. */
export function octaveName(octaves: number): string {
  if (octaves === 0) return t('as usual');
  if (Math.abs(octaves) === 1) return octaves > 0 ? t('an octave up') : t('an octave down');
  return octaves > 0 ? t('two octaves up') : t('two octaves down');
}

/** What of the placed runs is practised alone. */
export const runPieceNames: Readonly<Record<RunPiece, string>> = {
  all: t('the runs alone'),
  'first half': t('the first half of each run'),
  'second half': t('the second half of each run'),
};

/** For whom a song is arranged. */
export const levelNames: Readonly<Record<Level, string>> = {
  beginner: t('new to it'),
  average: t('at home in it'),
  strong: t('strong'),
};

/** What an arrangement decides. */
export const choiceKindNames: Readonly<Record<ChoiceKind, string>> = {
  intro: t('Intro'),
  pattern: t('Pattern'),
  'left shape': t('Left hand'),
  dynamics: t('Loudness'),
  colour: t('Colour'),
  move: t('Move'),
  run: t('Run'),
  ending: t('Ending'),
};

/** Styles of arranging, by what core calls them; and what each does. */
export const styleNames: Readonly<Record<string, string>> = {
  'held back': t('Held back'),
  rolling: t('Rolling'),
  driving: t('Driving'),
  'many colours': t('Many colours'),
};

export const styleSays: Readonly<Record<string, string>> = {
  'held back': t('Long chords and much silence; full only in the last chorus.'),
  rolling: t('Broken chords that get fuller from verse to chorus, over a left hand that moves.'),
  driving: t(
    'Struck chords on a left hand with a pulse; each chorus stronger than the one before.',
  ),
  'many colours': t(
    'Passing chords and rich chords under plain patterns; slow songs that want harmony.',
  ),
};

/** How a hymn is harmonised. */
export const hymnSchoolNames: Readonly<Record<HymnSchool, string>> = {
  plain: t('plain'),
  passing: t('with passing chords'),
  gospel: t('gospel'),
};

export const harmonyRateNames: Readonly<Record<HarmonyRate, string>> = {
  'each beat': t('on each beat'),
  'each half bar': t('on each half bar'),
};

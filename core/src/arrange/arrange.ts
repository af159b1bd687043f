import type { ChartResult } from '../chart/read/parseChart.ts';
import { expand } from '../chart/time/timeline.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { grades } from '../chord/colourForms.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { Decisions } from '../decisions/decisions.ts';
import type { Voiced } from '../hands/search/voiced.ts';
import { usualReach, type Instrument, type Lineup, type Reach } from '../hands/shapes/player.ts';
import { ordinalOf } from '../kit/words.ts';
import { endings } from '../moves/endings.ts';
import { intros } from '../moves/intros.ts';
import type { SectionMove } from '../moves/sectionMoves.ts';
import { placeRuns } from '../runs/placeRuns.ts';
import { printRun } from '../runs/model/readRun.ts';
import { fillPlaceAt } from '../runs/songFills.ts';
import { barsBefore } from '../writing/place.ts';
import { arcOf, type ArcPart } from './arc.ts';
import { leftAsItIs, type Choice, type Locks, type Unkept } from './choice.ts';
import { takeColours, type TakenColour } from './colours.ts';
import { dynamicsId, findFrame, pairInWords, patternId, valueOfPair, type Frame } from './frame.ts';
import { leftFor } from './left.ts';
import { askedOf, type Level } from './levels.ts';
import { takeMoves, type Busy, type TakenMove } from './moves.ts';
import { canSayTimes } from './roadWith.ts';
import type { Style } from './styles.ts';
import { takeChoices } from './take.ts';

/** How a song is to be arranged, and for whom. */
export interface ArrangeWishes {
  readonly style: Style;
  readonly level: Level;
  /** How much may be added. */
  readonly busy: Busy;
  readonly lineup?: Lineup;
  readonly reach?: Reach;
  readonly instrument?: Instrument;
  /** What stays when one asks again. */
  readonly locks?: Locks;
  /** How full each part of the timeline is to be, from 0 to 1, where somebody has drawn it; null for what is usual. */
  readonly drawn?: readonly (number | null)[];
  /** What the hands hold, so that runs begin near it. */
  readonly voiced?: Voiced;
  readonly numbers?: Partial<NumberStyle>;
  /** Told how far it is, from 0 to 1. */
  readonly onProgress?: (done: number) => void;
}

/** A whole song, arranged: a proposal, of which all, a section or a single choice is taken. */
export interface SongArrangement {
  /** In the order of `choiceKinds` and of time. */
  readonly choices: readonly Choice[];
  readonly arc: readonly (ArcPart & { readonly planned: number })[];
  /** What is the best there is under these weights, and what is not, in sentences. */
  readonly said: readonly string[];
  readonly unkept: readonly Unkept[];
}

export type Arranged =
  | { readonly ok: true; readonly arrangement: SongArrangement }
  | { readonly ok: false; readonly why: string };

/**
 * Proposes a whole arrangement of a song: intro, patterns, left shapes, loudness and register of each time, colours, moves, runs and
 * an ending, along an arc over the road. The same song and wishes give the same arrangement. What the chart or the player says
 * already stays.
 */
export function arrange(read: ChartResult, decisions: Decisions, wishes: ArrangeWishes): Arranged {
  const timeline = expand(read.song);
  if (!timeline.slots.some(({ is }) => is.kind === 'chord'))
    return {
      ok: false,
      why: 'There is no chord in this chart yet. Write some, then arrange them.',
    };
  const { style, level, busy, locks = {}, onProgress = () => undefined } = wishes;
  const arc = arcOf(timeline, style, wishes.drawn);
  const canSay = canSayTimes(read.song);
  const frame = findFrame(timeline, arc, { style, level, locks, canSay });
  onProgress(0.1);
  let done = 0;
  const moves = takeMoves(timeline, arc, {
    ...{ style, level, busy, locks },
    onPart: () => onProgress(0.1 + (0.7 * (done += 1)) / timeline.parts.length),
  });
  const colours = takeColours(timeline, arc, {
    ...{ style, level, locks },
    moved: moves.taken.map(({ bars }) => bars),
  });
  onProgress(0.85);
  const made: Made[] = [
    ...patternsOf(timeline, frame),
    ...leftShapesOf(timeline, decisions, arc, wishes),
    ...dynamicsOf(timeline, arc, frame),
    ...colours.taken.map((one) => colourMade(one, wishes.numbers)),
    ...moves.taken.map((one) => moveMade(one, wishes.numbers)),
    ...runsOf(timeline, decisions, arc, wishes, moves.taken),
  ];
  onProgress(0.95);
  const { intro, ending } = sectionsOf(timeline, wishes);
  const choices = [...intro, ...made, ...ending]
    .filter(({ id, value }) => locks[id] === undefined || locks[id] === value)
    .map((one): Choice => withEdit(one, decisions));
  onProgress(1);
  const unkept = [...frame.unkept, ...moves.unkept, ...colours.unkept];
  return {
    ok: true,
    arrangement: {
      choices,
      arc: arc.map((one) => ({ ...one, planned: frame.planned[one.part]! })),
      said: saidOf(frame, canSay),
      unkept: [...unkept, ...goneLocks(locks, choices, unkept)],
    },
  };
}

/** A choice before it can be taken by itself. */
type Made = Omit<Choice, 'edit'>;

function withEdit(made: Made, decisions: Decisions): Choice {
  const choice: Choice = { ...made, edit: (read) => takeChoices(read, decisions, [choice]).edit };
  return choice;
}

const placeOfSection = ({ song }: Timeline, section: number) => ({
  bar: barsBefore(song, section),
  slot: 0,
});

function patternsOf(timeline: Timeline, { pairs }: Frame): Made[] {
  return pairs.flatMap((pair, section): Made[] => {
    if (!pair || (pair.right === null && pair.left === null)) return [];
    return [
      {
        ...{ id: patternId(section), value: valueOfPair(pair), kind: 'pattern', section },
        ...{ time: null, grade: pair.for, cost: null, place: placeOfSection(timeline, section) },
        what: pairInWords(pair),
        why: `As full as the section is to be: ${Math.round(pair.full * 10)} of 10.`,
        change: { kind: 'pattern', section, pair },
      },
    ];
  });
}

function leftShapesOf(
  timeline: Timeline,
  { hands }: Decisions,
  arc: readonly ArcPart[],
  { level, lineup = 'keys alone', reach = usualReach, locks = {} }: ArrangeWishes,
): Made[] {
  const { song } = timeline;
  return song.sections.flatMap((section, index): Made[] => {
    const own = arc.filter((one) => one.section === index);
    const id = `left shape ${index}`;
    const isSaid =
      (section.hands.left ?? song.hands.left) !== null ||
      (section.hands.school ?? song.hands.school) !== null ||
      hands.school !== null ||
      hands.sections.some(
        ({ slot, left }) => left !== null && sectionOfSlot(timeline, slot) === index,
      );
    if (own.length === 0 || isSaid || locks[id] === leftAsItIs) return [];
    const full = own.reduce((sum, { wanted }) => sum + wanted, 0) / own.length;
    const left = leftFor(full, { level, lineup, reach });
    const value = left.orElse ? `${left.shape} else ${left.orElse}` : left.shape;
    return [
      {
        ...{ id, value, kind: 'left shape', section: index, time: null, grade: level, cost: null },
        place: placeOfSection(timeline, index),
        what: left.orElse ? `${left.shape}, else ${left.orElse}` : left.shape,
        why:
          lineup === 'with bass' || lineup === 'with bass and guitar'
            ? 'The bass player has the low notes.'
            : full < 0.35
              ? 'Thin here, so that there is somewhere to go.'
              : 'Wide and low, where the song is full.',
        change: { kind: 'left', section: index, left },
      },
    ];
  });
}

function sectionOfSlot({ slots }: Timeline, slot: number): number | null {
  return slots.find((one) => one.slot === slot)?.section ?? null;
}

/** What the roadmap says of each time; times behind each other of which it says the same are one choice. */
function dynamicsOf(timeline: Timeline, arc: readonly ArcPart[], { dynamics }: Frame): Made[] {
  const rows: { section: number; words: string; parts: ArcPart[] }[] = [];
  for (const one of arc) {
    const words = dynamics[one.part]?.words ?? '';
    const last = rows.at(-1);
    if (last?.section === one.section && last.words === words) last.parts.push(one);
    else rows.push({ section: one.section, words, parts: [one] });
  }
  return rows.flatMap(({ section, words, parts }): Made[] => {
    if (words === '') return [];
    const [first] = parts;
    const last = parts.at(-1)!;
    const times =
      parts.length > 1 ? `, ${ordinalOf(first!.time)} to ${ordinalOf(last.time)} time` : '';
    return [
      {
        ...{ id: dynamicsId(first!.part, last.part), value: words, kind: 'dynamics', section },
        ...{ time: parts.length > 1 ? null : first!.time, grade: 'plain', cost: null },
        place: placeOfSection(timeline, section),
        what: `${words}${times}`,
        why: last.isBreath
          ? 'A breath before the last: what follows is heard because this is thin.'
          : `The arc wants ${Math.round(last.wanted * 10)} of 10 here.`,
        change: { kind: 'direction', parts: parts.map(({ part }) => part), words },
      },
    ];
  });
}

function colourMade(
  { id, value, section, before, chord, slots, colour }: TakenColour,
  numbers?: Partial<NumberStyle>,
): Made {
  return {
    ...{ id, value, kind: 'colour', section, time: null, grade: colour.grade, cost: null },
    place: { bar: slots[0]!.bar, slot: 0 },
    what: `${formatChord(before, numbers)} becomes ${formatChord(chord, numbers)}, ${slots.length === 1 ? 'once' : `${slots.length} times`}`,
    why: [colour.replaces, colour.tension ? `The sung note is its ${colour.tension}.` : '']
      .filter((one) => one !== '')
      .join(' '),
    change: { kind: 'colour', slots: slots.map(({ slot }) => slot), chord },
  };
}

function moveMade(
  { id, value, form, part, time }: TakenMove,
  numbers?: Partial<NumberStyle>,
): Made {
  const chords = form.chords.map(({ chord }) => formatChord(chord, numbers)).join(' ');
  return {
    ...{ id, value, kind: 'move', section: part.section, time, grade: form.grade, cost: form.cost },
    place: form.place,
    what: chords === '' ? form.name : `${form.name}: ${chords}`,
    why: form.why,
    change: {
      kind: 'move',
      section: part.section,
      write: time === null ? form.edit : form.editOnce!,
    },
  };
}

/** Runs where nobody sings and no move stands, in the fullest parts first; none that the player has placed something at. */
function runsOf(
  timeline: Timeline,
  { fills }: Decisions,
  arc: readonly ArcPart[],
  { style, level, busy, locks = {}, reach, instrument, voiced }: ArrangeWishes,
  moves: readonly TakenMove[],
): Made[] {
  const asked = askedOf[level].runs;
  if (asked.length === 0 || style.runs === 0) return [];
  const { placed } = placeRuns(timeline, {
    restraint: busy,
    ...(reach ? { reach } : {}),
    ...(instrument ? { instrument } : {}),
    ...(voiced ? { voiced } : {}),
  });
  const partOf = (at: number) =>
    arc[timeline.parts.findIndex(({ from, to }) => from <= at && at < to)]!;
  const free = placed.filter(({ at, run }) => {
    const { bar, slot, pass } = timeline.slots[at]!;
    const isMoved = moves.some(
      ({ bars, time }) => (time === null || time === pass) && bars.from <= bar && bar <= bars.to,
    );
    const isTaken = fills.placed.some((one) => one.slot === slot);
    return asked.includes(run.grade) && !isMoved && !isTaken && !partOf(at).isBreath;
  });
  const most = Math.ceil(free.length * style.runs);
  const wanted = free.toSorted((one, other) => partOf(other.at).wanted - partOf(one.at).wanted);
  return wanted
    .slice(0, most)
    .toSorted((one, other) => one.at - other.at)
    .flatMap(({ at, run, fit, why }): Made[] => {
      const { time, ...where } = fillPlaceAt(timeline, at);
      const { bar, section, start } = timeline.slots[at]!;
      const id = `run ${where.slot}:${where.again} ${time}`;
      if (locks[id] === leftAsItIs) return [];
      return [
        {
          ...{ id, value: run.id, kind: 'run', section, time, grade: run.grade, cost: null },
          place: { bar, slot: 0 },
          what: run.name,
          why,
          change: {
            kind: 'run',
            placed: {
              ...where,
              ...{
                times: [time],
                start: fit.start - start,
                run: printRun(run),
                over: false,
                octaves: 0,
              },
            },
          },
        },
      ];
    });
}

/** An intro and an ending, where the song has none of its own. */
function sectionsOf(timeline: Timeline, { style, level, locks = {}, numbers }: ArrangeWishes) {
  const { parts, slots } = timeline;
  const roles = arcOf(timeline, style).map(({ role }) => role);
  const most = grades.indexOf(askedOf[level].grade);
  const choose = (
    found: readonly SectionMove[],
    liked: readonly string[],
    lock: string | undefined,
  ) => {
    if (lock === leftAsItIs) return null;
    const able = found.filter(({ grade }) => grades.indexOf(grade) <= most);
    if (lock !== undefined) return found.find(({ id }) => id === lock) ?? null;
    for (const id of liked) {
      const one = able.find((move) => move.id === id);
      if (one) return one;
    }
    return able[0] ?? null;
  };
  const asNumbers = numbers ? { numbers } : {};
  const begins = parts[0]!.bars.some(({ words, tune }) => words.length > 0 || tune.length > 0);
  const found = [4, 2]
    .map((bars) => intros(timeline, { bars, ...asNumbers }))
    .find((all) => all.length > 0);
  const intro =
    roles[0] === 'intro' || !begins ? null : choose(found ?? [], style.intros, locks['intro']);
  const last = slots.findLast(({ is }) => is.kind === 'chord');
  const isHeld = last?.is.kind === 'chord' && (last.is.fermata || last.is.ring !== null);
  const ending =
    roles.at(-1) === 'ending' || isHeld
      ? null
      : choose(endings(timeline), style.endings, locks['ending']);
  const made = (move: SectionMove | null, where: 'intro' | 'ending'): Made[] =>
    move
      ? [
          {
            ...{ id: where, value: move.id, kind: where, section: null, time: null },
            ...{ grade: move.grade, cost: null, place: move.place },
            what: move.name,
            why: move.why,
            change: { kind: 'section', where, added: move.section },
          },
        ]
      : [];
  return { intro: made(intro, 'intro'), ending: made(ending, 'ending') };
}

/** Locks of what is not there any more. */
function goneLocks(locks: Locks, choices: readonly Choice[], told: readonly Unkept[]): Unkept[] {
  const known = new Set([...choices.map(({ id }) => id), ...told.map(({ id }) => id)]);
  return Object.entries(locks).flatMap(([id, value]) =>
    value === leftAsItIs || known.has(id) || (id.startsWith('pattern') && value === 'held / held')
      ? []
      : [{ id, why: 'There is no place for it in this arrangement.' }],
  );
}

function saidOf({ isBest }: Frame, canSay: boolean): string[] {
  return [
    isBest
      ? 'Patterns, loudness and register: nothing nearer to the arc can be found under these weights.'
      : 'Patterns, loudness and register: the best that was found in the time; there may be a nearer one.',
    'Moves: the best row in each time through a section, one time after the other; colours, runs, intro and ending follow the order of the style.',
    ...(canSay
      ? []
      : [
          'Loudness is left alone: the roadmap cannot name each time here. Give every section a name of its own.',
        ]),
  ];
}

import { leftShapes, type LeftWish } from '../chart/saidHands.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { grades } from '../chord/colourForms.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import type { Decisions } from '../decisions/decisions.ts';
import { hasBassPlayer, usualReach } from '../hands/shapes/player.ts';
import { ordinalOf } from '../kit/words.ts';
import { endings } from '../moves/endings.ts';
import { intros } from '../moves/intros.ts';
import type { SectionMove } from '../moves/sectionMoves.ts';
import { printRun } from '../runs/model/readRun.ts';
import { placeRuns } from '../runs/placeRuns.ts';
import { fillPlaceAt } from '../runs/songFills.ts';
import { barsBefore } from '../writing/place.ts';
import { arcOf, type ArcPart } from './arc.ts';
import { leftAsItIs, type Choice } from './choice.ts';
import type { TakenColour } from './colours.ts';
import { dynamicsId, pairInWords, patternId, valueOfPair, type Frame } from './frame.ts';
import { leftFor } from './left.ts';
import { askedOf } from './levels.ts';
import type { TakenMove } from './moves.ts';
import type { ArrangeWishes } from './wishes.ts';

/** A choice before it can be taken by itself. */
export type Made = Omit<Choice, 'edit'>;

const placeOfSection = ({ song }: Timeline, section: number) => ({
  bar: barsBefore(song, section),
  slot: 0,
});

export function patternsOf(timeline: Timeline, { pairs }: Frame): Made[] {
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

export function leftShapesOf(
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
    const left = keptShape(locks[id]) ?? leftFor(full, { level, lineup, reach });
    const value = left.orElse ? `${left.shape} else ${left.orElse}` : left.shape;
    return [
      {
        ...{ id, value, kind: 'left shape', section: index, time: null, grade: level, cost: null },
        place: placeOfSection(timeline, index),
        what: left.orElse ? `${left.shape}, else ${left.orElse}` : left.shape,
        why: hasBassPlayer(lineup)
          ? 'The bass player has the low notes.'
          : full < 0.35
            ? 'Thin here, so that there is somewhere to go.'
            : 'Wide and low, where the song is full.',
        change: { kind: 'left', section: index, left },
      },
    ];
  });
}

/** A left hand that stands fast; null for none. */
function keptShape(lock: string | undefined): LeftWish | null {
  const [shape, orElse] = (lock ?? '')
    .split(' else ')
    .map((name) => leftShapes.find((one) => one === name));
  return shape ? { shape, orElse: orElse ?? null } : null;
}

function sectionOfSlot({ slots }: Timeline, slot: number): number | null {
  return slots.find((one) => one.slot === slot)?.section ?? null;
}

/** What the roadmap says of each time; times behind each other of which it says the same are one choice. */
export function dynamicsOf(
  timeline: Timeline,
  arc: readonly ArcPart[],
  { dynamics }: Frame,
): Made[] {
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

export function colourMade(
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

export function moveMade(
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
export function runsOf(
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
  const idOf = (at: number) => {
    const { slot, again, time } = fillPlaceAt(timeline, at);
    return `run ${slot}:${again} ${time}`;
  };
  const kept = wanted.filter(({ at, run }) => locks[idOf(at)] === run.id);
  return [
    ...kept,
    ...wanted.filter((one) => !kept.includes(one)).slice(0, Math.max(0, most - kept.length)),
  ]
    .toSorted((one, other) => one.at - other.at)
    .flatMap(({ at, run, fit, why }): Made[] => {
      const { time, ...where } = fillPlaceAt(timeline, at);
      const { bar, section, start } = timeline.slots[at]!;
      const id = idOf(at);
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
export function sectionsOf(
  timeline: Timeline,
  { style, level, locks = {}, numbers }: ArrangeWishes,
) {
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

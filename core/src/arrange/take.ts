import { parseChart, type ChartResult } from '../chart/read/parseChart.ts';
import type { TextSlot } from '../chart/places.ts';
import { textureOf, type Textures } from '../chart/texture.ts';
import type { Bar, Slot } from '../chart/song.ts';
import type { NamedChord } from '../chord/chord.ts';
import { carryDecisions, type Decisions } from '../decisions/decisions.ts';
import { withSection } from '../hands/decide.ts';
import { editBetween, withEdits } from '../kit/edits.ts';
import { followEdit, type Follow } from '../marks/follow.ts';
import { placedSlots } from '../marks/slots.ts';
import { putSection } from '../moves/sectionMoves.ts';
import { withRun } from '../runs/songFills.ts';
import type { ChartChange } from '../writing/change.ts';
import { written } from '../writing/changes.ts';
import { fieldEdits } from '../writing/fields.ts';
import { slotsBefore } from '../writing/place.ts';
import type { Choice, Change, TakenEdit, Unkept } from './choice.ts';
import { roadWith } from './roadWith.ts';

/** What became of choices that were taken together. */
export interface Taken {
  readonly edit: TakenEdit;
  /** Those that could not be written together with the others, with the reason. */
  readonly refused: readonly Unkept[];
}

/** A chart on its way, and where the slots of the one it was made of have gone. */
interface Way {
  readonly read: ChartResult;
  readonly decisions: Decisions;
  readonly follow: Follow;
}

type Of<Kind extends Change['kind']> = Choice & {
  readonly change: Extract<Change, { kind: Kind }>;
};

/**
 * The one edit that takes all of these choices, in the chart that was arranged: one step to undo. What a player decided before stays
 * with its chords.
 */
export function takeChoices(
  read: ChartResult,
  decisions: Decisions,
  choices: readonly Choice[],
): Taken {
  const refused: Unkept[] = [];
  const of = <Kind extends Change['kind']>(kind: Kind) =>
    choices.filter((choice): choice is Of<Kind> => choice.change.kind === kind);
  let way: Way = {
    read,
    decisions: decided(read, decisions, of('left'), of('run')),
    follow: (slot) => slot,
  };
  const take = (edit: TakenEdit, ...taken: readonly Choice[]) => {
    if (edit.ok) way = further(way, edit);
    else refused.push(...taken.map(({ id }) => ({ id, why: edit.why })));
  };
  const colours = of('colour');
  if (colours.length > 0) take(written(way.read, recoloured(way.read, colours), null), ...colours);
  for (const choice of backToFront(of('move'))) take(choice.change.write(way.read), choice);
  const patterns = of('pattern');
  if (patterns.length > 0)
    take(written(way.read, patterns.map(texturesFor(way.read)), null), ...patterns);
  const directions = of('direction');
  if (directions.length > 0) {
    const words = new Map(
      directions.flatMap(({ change }) => change.parts.map((part) => [part, change.words])),
    );
    const road = roadWith(way.read.song, words);
    take({ ok: true, changes: fieldEdits(way.read, 'road', road), cursor: null }, ...directions);
  }
  // The ending first: an intro has all bars behind it counted anew.
  const sections = of('section');
  for (const where of ['ending', 'intro'] as const)
    for (const choice of sections.filter(({ change }) => change.where === where))
      take(putSection(way.read, where, choice.change.added), choice);
  return { edit: whole(read, way), refused };
}

/** What is decided of the hands and of runs, in the chart as it stands. */
function decided(
  { song }: ChartResult,
  decisions: Decisions,
  shapes: readonly Of<'left'>[],
  runs: readonly Of<'run'>[],
): Decisions {
  const hands = shapes.reduce((now, { change: { section, left } }) => {
    const first = slotsBefore(song, section);
    const own = Array.from(
      { length: slotsBefore(song, section + 1) - first },
      (_, at) => first + at,
    );
    return withSection(now, own, { left });
  }, decisions.hands);
  const fills = runs.reduce((now, { change }) => withRun(now, change.placed), decisions.fills);
  return { ...decisions, hands, fills };
}

/** The chart after an edit, with what was decided of it. */
function further({ read, decisions, follow }: Way, edit: Extract<TakenEdit, { ok: true }>): Way {
  const after = parseChart(withEdits(read.text, edit.changes));
  const on = followEdit(read, after, edit);
  return {
    read: after,
    decisions: edit.decisions ?? carryDecisions(decisions, on),
    follow: (slot) => {
      const now = follow(slot);
      return now === null ? null : on(now);
    },
  };
}

/** All of the way in one edit. */
function whole(read: ChartResult, { read: after, decisions, follow }: Way): TakenEdit {
  const origins: (TextSlot | null)[] = placedSlots(after.song).map(() => null);
  for (const slot of placedSlots(read.song).keys()) {
    const now = follow(slot);
    if (now !== null) origins[now] = slot;
  }
  const change = editBetween(read.text, after.text);
  const isSame = change.from === change.to && change.insert === '';
  return {
    ok: true,
    changes: isSame ? [] : [change],
    slots: origins,
    decisions,
    cursor: null,
  };
}

/**
 * Moves of one time write bars behind their section: those of later sections come first, in a section those of all times, then those
 * of one time in the order in which they shall stand there.
 */
function backToFront(moves: readonly Of<'move'>[]): readonly Of<'move'>[] {
  return moves.toSorted(
    (one, other) =>
      other.change.section - one.change.section ||
      (one.time ?? 0) - (other.time ?? 0) ||
      one.place.bar - other.place.bar,
  );
}

function texturesFor({ song }: ChartResult) {
  return ({ change: { section, pair } }: Of<'pattern'>): ChartChange => {
    const textures: Textures = {
      ...song.sections[section]!.textures,
      right: pair.right === null ? null : textureOf(pair.right),
      left: pair.left === null ? null : textureOf(pair.left),
    };
    return { kind: 'textures', section, textures };
  };
}

/** The lines of bars in which a chord gets a colour. */
function recoloured({ song }: ChartResult, colours: readonly Of<'colour'>[]): ChartChange[] {
  const after = new Map<TextSlot, NamedChord>();
  for (const { change } of colours) for (const slot of change.slots) after.set(slot, change.chord);
  const changes: ChartChange[] = [];
  let first = 0;
  for (const [section, { phrases }] of song.sections.entries())
    for (const [phrase, of] of phrases.entries()) {
      const bars = of.bars.map((bar): Bar => {
        if (bar.kind !== 'played') return bar;
        const slots = bar.slots.map((slot, place): Slot => {
          const chord = after.get(first + place);
          return slot.kind === 'chord' && chord ? { ...slot, chord } : slot;
        });
        first += bar.slots.length;
        return slots.some((slot, place) => slot !== bar.slots[place]) ? { ...bar, slots } : bar;
      });
      if (bars.some((bar, place) => bar !== of.bars[place]))
        changes.push({ kind: 'phrase', section, phrase, instead: [{ ...of, bars }] });
    }
  return changes;
}

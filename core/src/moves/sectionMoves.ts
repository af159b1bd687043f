import type { Grade } from '../chord/colourForms.ts';
import { divisions, feltBeats, type Meter } from '../chart/meter.ts';
import { fitsMeter } from '../chart/print/printChart.ts';
import { printRoad } from '../chart/road.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import {
  plainChord,
  plainSection,
  silence,
  type Bar,
  type Phrase,
  type PlayedBar,
  type Section,
  type Slot,
  type Song,
} from '../chart/song.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { inTextOrder } from '../kit/edits.ts';
import { ticksOf } from '../kit/ticks.ts';
import type { ChartChange } from '../writing/change.ts';
import { written } from '../writing/changes.ts';
import { asLater } from '../writing/sections.ts';
import type { Edit, Suggestion } from '../writing/edit.ts';
import { fieldEdits } from '../writing/fields.ts';
import { barsBefore } from '../writing/place.ts';
import { chordsOf } from './formula.ts';
import type { MoveChord } from './move.ts';

/** A section that is offered: an intro before the song, an ending behind it. */
export interface SectionMove extends Suggestion {
  readonly id: string;
  readonly name: string;
  readonly kind: 'intro' | 'ending';
  readonly grade: Grade;
  /** All its chords in their order, as often as they are written. */
  readonly chords: readonly MoveChord[];
  readonly section: Section;
}

/** What a section move is made of. */
export interface SectionIdea {
  readonly id: string;
  readonly name: string;
  readonly grade: Grade;
  readonly why: string;
  readonly bars: readonly Bar[];
  readonly times?: number;
  readonly open?: boolean;
  readonly directions?: readonly string[];
}

/** The same part of a chart on four bars to a line, as one reads it. */
const barsOnLine = 4;

/** A section of some bars, as it would be typed. */
export function sectionOf(name: string, idea: SectionIdea): Section {
  const phrases: Phrase[] = [];
  for (let at = 0; at < idea.bars.length; at += barsOnLine)
    phrases.push({ when: null, bars: idea.bars.slice(at, at + barsOnLine), tune: [], words: [] });
  return {
    ...plainSection,
    name,
    times: idea.times ?? 1,
    open: idea.open ?? false,
    directions: idea.directions ?? [],
    phrases,
  };
}

/** The suggestion that puts a section before all others, or behind them, and into the roadmap. */
export function sectionMove(
  { song }: Timeline,
  kind: SectionMove['kind'],
  idea: SectionIdea,
): SectionMove {
  const base = kind === 'intro' ? 'Intro' : 'Ending';
  const section = sectionOf(freeName(base, song), idea);
  const chords = idea.bars.flatMap((bar) =>
    bar.kind === 'same'
      ? []
      : bar.slots.flatMap(({ ticks, ...slot }) =>
          slot.kind === 'chord' ? [{ chord: slot.chord, ticks }] : [],
        ),
  );
  const { id, name, grade, why } = idea;
  const place = { bar: kind === 'intro' ? 0 : barsBefore(song, song.sections.length), slot: 0 };
  return {
    id,
    name,
    kind,
    grade,
    why,
    chords,
    cost: null,
    section,
    place,
    edit: (read) => putSection(read, kind, section),
  };
}

/** The edit that puts a section before all others, or behind them, and into the roadmap; under a name that none has. */
export function putSection(read: ChartResult, kind: SectionMove['kind'], section: Section): Edit {
  const { song } = read;
  const after = kind === 'intro' ? -1 : song.sections.length - 1;
  const added = { ...section, name: freeName(section.name, song) };
  const bar = kind === 'intro' ? 0 : barsBefore(song, song.sections.length);
  const changes: ChartChange[] = [{ kind: 'add section', after, added }];
  // What led in at the very beginning has its whole bar behind an intro.
  const [first] = song.sections[0]?.phrases ?? [];
  const [lead] = first?.bars ?? [];
  if (kind === 'intro' && first && lead?.kind === 'played' && lead.pickup)
    changes.push({
      kind: 'phrase',
      section: 0,
      phrase: 0,
      instead: [{ ...first, bars: [asLater(lead), ...first.bars.slice(1)] }],
    });
  const edit = written(read, changes, { bar, slot: 0 });
  if (!edit.ok || song.road === null) return edit;
  const step = { kind: 'play', name: added.name, times: null, open: false, direction: '' } as const;
  const road = kind === 'intro' ? [step, ...song.road] : [...song.road, step];
  const all = inTextOrder([...edit.changes, ...fieldEdits(read, 'road', printRoad(road))]);
  return { ...edit, changes: all };
}

/** A name that no section has: Intro, Intro 2. */
export function freeName(base: string, { sections }: Song): string {
  const taken = new Set(sections.map(({ name }) => name.toLowerCase()));
  for (let count = 1; ; count += 1) {
    const name = count === 1 ? base : `${base} ${count}`;
    if (!taken.has(name.toLowerCase())) return name;
  }
}

/**
 * A bar of a formula, its chords parted by spaces: as even as the metre parts it, the first ones longer; `!` for a short stroke,
 * `~^` for one that rings until everybody goes on, `_` for silence. What the metre cannot part keeps its first chord.
 */
export function barOf(formula: string, meter: Meter): PlayedBar {
  const names = formula.split(' ');
  for (let count = names.length; count > 1; count -= 1) {
    const lengths = sharesOf(meter, count);
    if (!lengths) continue;
    const slots = names.slice(0, count).map((name, place) => slotOf(name, lengths[place]!));
    if (fitsMeter(slots, meter)) return playedBar(slots);
  }
  return playedBar([slotOf(names[0]!, ticksOf(divisions(meter)[0]!.map((ticks) => ({ ticks }))))]);
}

export function playedBar(slots: readonly Slot[]): PlayedBar {
  return { kind: 'played', meter: null, feel: null, pickup: false, slots };
}

function slotOf(name: string, ticks: number): Slot {
  if (name === '_') return silence(ticks);
  const [plain] = /^[^!~^]+/.exec(name)!;
  const slot = plainChord(chordsOf(plain)[0]!, ticks);
  if (slot.kind !== 'chord') return slot;
  return {
    ...slot,
    stop: name.includes('!'),
    ring: name.includes('~') ? { bars: null } : null,
    fermata: name.includes('^'),
  };
}

/** How long each of so many chords lasts in a bar, by its felt beats; null where there are more of them. */
function sharesOf(meter: Meter, count: number): number[] | null {
  const beats = feltBeats(meter);
  if (count > beats.length) return null;
  const each = Math.floor(beats.length / count);
  const longer = beats.length - each * count;
  let at = 0;
  return Array.from({ length: count }, (_, place) => {
    const taken = beats.slice(at, (at += each + (place < longer ? 1 : 0)));
    return taken.reduce((sum, ticks) => sum + ticks, 0);
  });
}

import { sameMeter, type Meter } from '../../chart/meter.ts';
import { printRoad, sectionOfStep } from '../../chart/road.ts';
import { roleOfSection } from '../../chart/roles.ts';
import { metersOf } from '../../chart/sectionMeters.ts';
import {
  plainSection,
  type Phrase,
  type PlayedBar,
  type RoadStep,
  type Section,
  type Song,
} from '../../chart/song.ts';
import type { ChartResult } from '../../chart/read/parseChart.ts';
import { expand } from '../../chart/time/timeline.ts';
import { inTextOrder } from '../../kit/edits.ts';
import { endings } from '../../moves/endings.ts';
import { chordsOf } from '../../moves/formula.ts';
import { freeName } from '../../moves/sectionMoves.ts';
import type { ChartChange } from '../../writing/change.ts';
import { written } from '../../writing/changes.ts';
import { refused, type Edit } from '../../writing/edit.ts';
import { fieldEdits } from '../../writing/fields.ts';

/** What is put around the stanzas of a hymn. */
export interface AroundStanza {
  /** Its last line before the first stanza, by the hands alone. */
  readonly introduction: boolean;
  /** Its last line once more before the last stanza, which is so many half steps higher then, 0 to 11; null for none. */
  readonly interlude: number | null;
  readonly amen: boolean;
}

/** So many bars are a line of a hymn at most; of a longer one its last bars. */
const longestLine = 4;

/**
 * What a hymn has none of yet: an introduction, an interlude before its last stanza, an amen. An interlude needs a stanza that comes
 * again.
 */
export function missingAround(
  song: Song,
  section: number,
): Readonly<Record<keyof AroundStanza, boolean>> {
  const { parts } = expand(song);
  const roles = parts.map((part) => roleOfSection(song.sections[part.section]!));
  const times = parts.flatMap((part, at) => (part.section === section ? [at] : []));
  const last = times.at(-1) ?? 0;
  return {
    introduction: roles[0] !== 'intro',
    interlude: times.length > 1 && roles[last - 1] !== 'between',
    amen: roles.at(-1) !== 'ending',
  };
}

/**
 * The edit that puts the last line of a stanza before it as an introduction, once more before the last stanza with a lift, and an amen
 * behind all (common practice of organists, no published source). What the hands play under the line goes with it; the chords that
 * lead to the new key have the end of the interlude for themselves.
 * @param section the stanza, by its place in the chart
 */
export function aroundStanza(read: ChartResult, section: number, wishes: AroundStanza): Edit {
  const { song } = read;
  const stanza = song.sections[section];
  const line = stanza && lastLineOf(stanza, song.meter);
  if (!stanza || !line)
    return refused(
      'The last line of this stanza has no chords of its own yet. Write them, also where a bar repeats another one (%).',
    );
  const semitones = wishes.interlude ?? 0;
  const introduction = wishes.introduction ? named('Introduction', song, line) : null;
  const interlude =
    wishes.interlude === null
      ? null
      : named('Interlude', song, semitones === 0 ? line : withFreeEnd(line));
  const close = wishes.amen ? endings(expand(song)).find(({ id }) => id === 'amen') : undefined;
  const amen = close ? { ...close.section, name: freeName('Amen', song) } : null;
  const road = roadAround(song, section, {
    ...{ introduction, interlude, amen, semitones },
  });
  if (interlude && !road)
    return refused('This stanza is sung once: there is nothing between its times.');
  const changes = [
    added(introduction, -1),
    added(interlude, section),
    added(amen, song.sections.length - 1),
  ].flat();
  if (changes.length === 0) return refused('Nothing is wished around this stanza.');
  const edit = written(read, changes, { bar: 0, slot: 0 });
  if (!edit.ok || !road) return edit;
  const all = [...edit.changes, ...fieldEdits(read, 'road', printRoad(road))];
  return { ...edit, changes: inTextOrder(all) };
}

function added(section: Section | null, after: number): ChartChange[] {
  return section ? [{ kind: 'add section', after, added: section }] : [];
}

/** The last line of a stanza that all times share, its bars and what hands play in them, without what is sung. */
function lastLineOf(stanza: Section, usual: Meter): Phrase | null {
  const found = metersOf(stanza, usual).findLast(
    ({ phrase: { when, bars } }) => when === null && bars.length > 0,
  );
  if (!found) return null;
  const { phrase: last, meters } = found;
  const from = Math.max(0, last.bars.length - longestLine);
  const bars = last.bars.slice(from);
  const isPlayed = (bar: Phrase['bars'][number]): bar is PlayedBar => bar.kind === 'played';
  // A bar that repeats one before the line has nothing to repeat there.
  if (
    !bars.every(isPlayed) ||
    !bars.some(({ slots }) => slots.some(({ kind }) => kind === 'chord'))
  )
    return null;
  const played = (last.played ?? []).map((one) => ({ ...one, cells: one.cells.slice(from) }));
  return {
    ...{ when: null, tune: [], words: [] },
    bars: bars.map((bar, at) => {
      const [meter, before] = [meters[from + at]!, at === 0 ? usual : meters[from + at - 1]!];
      return { ...bar, pickup: false, meter: sameMeter(meter, before) ? null : meter };
    }),
    ...(played.length > 0 ? { played } : {}),
  };
}

/** A line whose last bar is played by its chords alone: what leads to another key is heard there. */
function withFreeEnd(line: Phrase): Phrase {
  if (!line.played) return line;
  const end = line.bars.length - 1;
  return {
    ...line,
    played: line.played.map((one) => ({ ...one, cells: one.cells.slice(0, end) })),
  };
}

const named = (name: string, song: Song, line: Phrase): Section => ({
  ...plainSection,
  name: freeName(name, song),
  phrases: [line],
});

interface Around {
  readonly introduction: Section | null;
  readonly interlude: Section | null;
  readonly amen: Section | null;
  readonly semitones: number;
}

/**
 * The roadmap with what is put around the stanzas; null where none is needed, as the sections stand in the order they are played in,
 * or where the stanza does not come again.
 */
function roadAround(
  song: Song,
  section: number,
  { introduction, interlude, amen, semitones }: Around,
): readonly RoadStep[] | null {
  const play = ({ name }: Pick<Section, 'name'>, times: number | null = null): RoadStep => ({
    ...{ kind: 'play', name, times, open: false, direction: '' },
  });
  if (!song.road && !interlude) return null;
  const steps = song.road ?? song.sections.map((one) => play(one));
  const between = interlude ? betweenStanzas(song, steps, section) : steps;
  if (!between) return null;
  const lift: RoadStep[] =
    semitones === 0
      ? []
      : [{ kind: 'lift', semitones, by: chordsOf(song.key.mode === 'minor' ? '37' : '57') }];
  return [
    ...(introduction ? [play(introduction)] : []),
    ...between.flatMap((step) =>
      step === here ? [...(interlude ? [play(interlude)] : []), ...lift] : [step],
    ),
    ...(amen ? [play(amen)] : []),
  ];
}

/** Where the interlude goes. */
const here: RoadStep = { kind: 'play', name: '', times: null, open: false, direction: '' };

/** The steps with the place before the last time through a section; null where it is played once. */
function betweenStanzas(
  { sections }: Song,
  steps: readonly RoadStep[],
  section: number,
): readonly RoadStep[] | null {
  const isStanza = (step: RoadStep) =>
    step.kind === 'play' && sectionOfStep(sections, step.name) === section;
  const at = steps.findLastIndex(isStanza);
  const last = steps[at];
  if (last?.kind !== 'play') return null;
  const times = last.times ?? sections[section]!.times;
  const [before, behind] = [steps.slice(0, at), steps.slice(at + 1)];
  if (times > 1)
    return [
      ...before,
      { ...last, open: false, times: times - 1 },
      here,
      { ...last, times: 1 },
      ...behind,
    ];
  return before.some(isStanza) ? [...before, here, last, ...behind] : null;
}

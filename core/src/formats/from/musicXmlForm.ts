import { liftBetween, type Key } from '../../pitch/key.ts';
import type { RoadStep } from '../../chart/song.ts';
import { closingSigns, openingSigns, type ReadMeasure, type WaySign } from './musicXmlMeasure.ts';

/** Measures that are played again, from one up to the other. */
export interface Repeat {
  readonly from: number;
  readonly to: number;
  readonly times: number;
  readonly hasEndings: boolean;
}

/** How the measures of a score hang together. */
export interface Form {
  /** For each measure whether a section begins there. */
  readonly starts: readonly boolean[];
  readonly repeats: readonly Repeat[];
}

type FormMeasure = Pick<
  ReadMeasure,
  'rehearsal' | 'opens' | 'goesBack' | 'times' | 'ending' | 'endingStops' | 'key' | 'signs'
>;

/**
 * Finds the sections of a score: by its rehearsal marks, and where a repeat begins, where one ended, behind its last
 * ending, where the key changes, and at the
 * signs by which players find their way. What goes back without a sign to go back to begins behind the repeat before it.
 */
export function formOf(measures: readonly FormMeasure[]): Form {
  const repeats: Repeat[] = [];
  const starts: boolean[] = [];
  let from = 0;
  let key: Key | null = null;
  for (const [index, measure] of measures.entries()) {
    const before = measures[index - 1];
    const isBehind = (before?.goesBack || before?.endingStops) && !measure.ending;
    const isLifted = measure.key !== null && key !== null && liftBetween(key, measure.key) !== 0;
    key = measure.key ?? key;
    if (measure.opens || isBehind) from = index;
    const isSigned = hasSign(measure, openingSigns) || (before && hasSign(before, closingSigns));
    starts.push(
      !before ||
        measure.rehearsal !== null ||
        measure.opens ||
        isBehind ||
        isLifted ||
        isSigned === true,
    );
    if (!measure.goesBack) continue;
    const own = measures.slice(from, index + 1);
    const named = own.flatMap(({ ending }) => ending?.times ?? []);
    // The ending behind the last sign is of one time more.
    const next = measures[index + 1]?.ending?.times ?? [];
    const repeat = {
      from,
      to: index,
      times: named.length > 0 ? Math.max(2, ...named, ...next) : measure.times,
      hasEndings: named.length > 0,
    };
    const last = repeats.at(-1);
    if (last?.from === from && repeat.hasEndings) repeats[repeats.length - 1] = repeat;
    else repeats.push(repeat);
  }
  return { starts, repeats };
}

function hasSign({ signs }: Pick<ReadMeasure, 'signs'>, of: readonly WaySign[]): boolean {
  return signs.some((sign) => of.includes(sign));
}

/** A section for the order of a score. */
export interface OrderedSection {
  readonly name: string;
  readonly key: Key;
  /** The signs of its first measure's beginning, and of its last one's end. */
  readonly signs: readonly WaySign[];
}

/** One section on its way; `once` where it is played once, however often it says. */
interface Play {
  readonly section: number;
  readonly once: boolean;
}

/** The order of a score, and how many of its signs lead nowhere. */
export interface ScoreOrder {
  /** Null where the sections are played as they stand. */
  readonly road: readonly RoadStep[] | null;
  readonly lost: number;
}

/**
 * The order in which sections are played where repeats reach over several of them, signs lead elsewhere, or the key changes
 * between them. Each is played there as often as it says of itself; after a jump once, as players do.
 * @param over repeats over several sections, counted from 0
 */
export function orderOf(
  sections: readonly OrderedSection[],
  over: readonly { readonly from: number; readonly to: number; readonly times: number }[],
): ScoreOrder {
  const order: number[] = [];
  for (let at = 0; at < sections.length; at += 1) {
    const repeat = over.find(({ from }) => from === at);
    if (!repeat) {
      order.push(at);
      continue;
    }
    const places = Array.from({ length: repeat.to - at + 1 }, (_, place) => at + place);
    for (let time = 0; time < repeat.times; time += 1) order.push(...places);
    at = repeat.to;
  }
  const { plays, lost } = withJump(sections, order);
  const road: RoadStep[] = [];
  let key = sections[0]?.key;
  for (const { section, once } of plays) {
    const { name, key: next } = sections[section]!;
    const semitones = key ? liftBetween(key, next) : 0;
    if (semitones !== 0) road.push({ kind: 'lift', semitones });
    key = next;
    road.push({ kind: 'play', name, times: once ? 1 : null, open: false, direction: '' });
  }
  const isPlain =
    over.length === 0 &&
    plays.length === sections.length &&
    plays.every(({ once }) => !once) &&
    road.every(({ kind }) => kind === 'play');
  return { road: isPlain ? null : road, lost };
}

/**
 * The way with its jump: from the first sign that leads back, when all before it is played, to the beginning or the segno; from
 * there to the fine, or by the sign that leads to the coda, or to the end.
 */
function withJump(
  sections: readonly OrderedSection[],
  order: readonly number[],
): { readonly plays: readonly Play[]; readonly lost: number } {
  const has = (section: number, sign: WaySign) => sections[section]!.signs.includes(sign);
  const asItStands = (places: readonly number[]) =>
    places.map((section): Play => ({ section, once: false }));
  const leads = (section: number) => has(section, 'da capo') || has(section, 'dal segno');
  const jumping = sections.findIndex((_, section) => leads(section));
  const all = sections.filter((_, section) => leads(section)).length;
  if (jumping < 0) return { plays: asItStands(order), lost: 0 };
  const target = has(jumping, 'da capo')
    ? 0
    : sections.findIndex((_, section) => has(section, 'segno'));
  if (target < 0) return { plays: asItStands(order), lost: all };
  const until = order.lastIndexOf(jumping);
  const plays = asItStands(order.slice(0, until + 1));
  const coda = sections.findIndex((_, section) => section > 0 && has(section, 'coda'));
  for (let section = target; section < sections.length; section += 1) {
    plays.push({ section, once: true });
    if (has(section, 'fine')) return { plays, lost: all - 1 };
    if (has(section, 'to coda') && coda >= 0)
      return {
        plays: [...plays, ...asItStands(order.filter((place) => place >= coda))],
        lost: all - 1,
      };
    // Without either it goes on behind the sign.
    if (section === jumping)
      return { plays: [...plays, ...asItStands(order.slice(until + 1))], lost: all - 1 };
  }
  return { plays, lost: all - 1 };
}

import { tempoOf } from '../chart/feel.ts';
import { barTicks, type Meter } from '../chart/meter.ts';
import type { Chord } from '../chord/chord.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { plainChord, silence, type Bar, type PlayedBar, type Phrase } from '../chart/song.ts';
import { withCellAt, withPlayed } from '../chart/played.ts';
import { withoutSilentEnd } from '../chart/tune.ts';
import type { ChartChange } from './change.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { placeOfBar, rewrite, sharedBefore, withBar, type BarPlaced } from './place.ts';

/** A bar that waits for its chord. */
export function silentBar(meter: Meter): PlayedBar {
  return {
    kind: 'played',
    meter: null,
    feel: null,
    pickup: false,
    slots: [silence(barTicks(meter))],
  };
}

function barWith(chord: Chord | null, meter: Meter): PlayedBar {
  const bar = silentBar(meter);
  return chord ? { ...bar, slots: [plainChord(chord, barTicks(meter))] } : bar;
}

/**
 * A bar before or after the one at the cursor, in the same line; one goes on in it.
 * @param chord what it has; silence where nothing is given
 */
export function insertBar(
  read: ChartResult,
  at: Cursor,
  where: 'before' | 'after',
  chord: Chord | null = null,
): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('There is no bar here yet; begin a section first.');
  const { of, inPhrase, meter } = placed;
  if (of.bars.length >= 64) return refused('A line holds up to 64 bars; begin a new one.');
  if (where === 'before' && placed.bar.kind === 'played' && placed.bar.pickup)
    return refused('A pickup is the first bar of the song.');
  const place = where === 'before' ? inPhrase : inPhrase + 1;
  const bars = [...of.bars.slice(0, place), barWith(chord, meter), ...of.bars.slice(place)];
  const words = of.words.map((line) =>
    line.length > place ? [...line.slice(0, place), '', ...line.slice(place)] : line,
  );
  const tune =
    of.tune.length > place ? [...of.tune.slice(0, place), [], ...of.tune.slice(place)] : of.tune;
  return written(
    read,
    [
      rewrite(placed, withPlayed({ ...of, bars, tune, words }, withCellAt(of.played ?? [], place))),
      ...otherTimes(placed, sharedBefore(placed.in, placed.phrase) + place, 1),
    ],
    { bar: placed.firstBar + place, slot: 0 },
  );
}

/** A new line of bars under the one at the cursor, with one silent bar. */
export function addPhrase(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('There is no bar here yet; begin a section first.');
  const { of, meter, firstBar } = placed;
  const line: Phrase = { when: null, bars: [silentBar(meter)], tune: [], words: [] };
  if (of.when !== null)
    return refused('Bars that all times share stand above the endings; go up to one of those.');
  return written(
    read,
    [
      rewrite(placed, of, line),
      ...otherTimes(placed, sharedBefore(placed.in, placed.phrase) + of.bars.length, 1),
    ],
    { bar: firstBar + of.bars.length, slot: 0 },
  );
}

/**
 * Takes a slot away: the chord before it takes its time, or the one after it. The only slot of a bar takes its bar along;
 * the words of the bar go to its neighbour.
 */
export function remove(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('There is nothing here to take away.');
  const { bar, of, inPhrase } = placed;
  if (bar.kind === 'same' || bar.slots.length === 1) return removeBar(read, placed);
  const gone = bar.slots[at.slot];
  if (!gone) return refused('There is nothing here to take away.');
  const heir = at.slot > 0 ? at.slot - 1 : 1;
  const slots = bar.slots
    .map((slot, index) => (index === heir ? { ...slot, ticks: slot.ticks + gone.ticks } : slot))
    .filter((_, index) => index !== at.slot);
  return written(read, [rewrite(placed, withBar(of, inPhrase, { ...bar, slots }))], {
    bar: at.bar,
    slot: Math.max(0, at.slot - 1),
  });
}

function removeBar(read: ChartResult, placed: BarPlaced): Edit {
  const { of, inPhrase, firstBar, bar } = placed;
  const at = sharedBefore(placed.in, placed.phrase) + inPhrase;
  const others = otherTimes(placed, at, -1);
  const cursor = { bar: Math.max(0, firstBar + inPhrase - 1), slot: 0 };
  if (of.bars.length === 1) {
    if (placed.in.phrases.length === 1)
      return refused('A section has one bar at least; the whole section can be taken away.');
    const words = of.words.some((line) => line.some((cell) => cell !== ''));
    if (words) return refused('Words stand under this bar; take them away first.');
    if (of.tune.length > 0) return refused('A tune stands under this bar; take it away first.');
    if (of.played) return refused('A line of a hand stands under this bar; take it away first.');
    return written(read, [rewrite(placed), ...others], cursor);
  }
  const bars = of.bars
    .map((next, index) => (index === inPhrase + 1 ? withChangeOf(bar, next) : next))
    .filter((_, index) => index !== inPhrase);
  const heir = inPhrase > 0 ? inPhrase - 1 : 1;
  const words = of.words.map((line) => {
    const text = line[inPhrase] ?? '';
    const cells =
      text === ''
        ? [...line]
        : [...line, ...Array<string>(Math.max(0, heir + 1 - line.length)).fill('')];
    if (text !== '')
      cells[heir] = (heir < inPhrase ? [cells[heir], text] : [text, cells[heir]])
        .filter(Boolean)
        .join(' ');
    cells.splice(inPhrase, 1);
    return cells;
  });
  const tune = of.tune.filter((_, index) => index !== inPhrase);
  const played = (of.played ?? []).map((line) => ({
    ...line,
    cells: line.cells.filter((_, index) => index !== inPhrase),
  }));
  const kept = withPlayed({ ...of, bars, tune: withoutSilentEnd(tune), words }, played);
  return written(read, [rewrite(placed, kept), ...others], cursor);
}

/** What was announced before a bar that goes is announced before the next one, if that says nothing else. */
function withChangeOf(gone: Bar, next: Bar): Bar {
  const feel = next.feel ?? gone.feel;
  const tempo = { ...tempoOf(gone), ...tempoOf(next) };
  if (next.kind === 'same') return { ...next, feel, ...tempo };
  const meter = next.meter ?? (gone.kind === 'played' ? gone.meter : null);
  return { ...next, feel, ...tempo, meter };
}

/** Single bars in which a hand does something else stay where they are when a bar comes or goes before them. */
function otherTextures(placed: BarPlaced, at: number, by: 1 | -1): ChartChange[] {
  const { textures } = placed.in;
  const bars = textures.bars.flatMap((one) => {
    if (one.bar - 1 < at) return [one];
    return by === -1 && one.bar - 1 === at ? [] : [{ ...one, bar: one.bar + by }];
  });
  const isSame = bars.every((one, index) => one === textures.bars[index]);
  if (isSame && bars.length === textures.bars.length) return [];
  return [{ kind: 'textures', section: placed.section, textures: { ...textures, bars } }];
}

/** Bars that other times play instead stay with the bars they replace when one comes or goes before them. */
function otherTimes(placed: BarPlaced, at: number, by: 1 | -1): ChartChange[] {
  if (placed.of.when !== null) return [];
  const instead = placed.in.phrases.flatMap((phrase, index): ChartChange[] => {
    const { when } = phrase;
    if (when?.kind !== 'instead' || when.bar - 1 < at || when.bar + by < 1) return [];
    const moved: Phrase = { ...phrase, when: { ...when, bar: when.bar + by } };
    return [{ kind: 'phrase', section: placed.section, phrase: index, instead: [moved] }];
  });
  return [...instead, ...otherTextures(placed, at, by)];
}

import { chordTones } from '../chord/tones.ts';
import { formatChord } from '../chord/formatChord.ts';
import { parseChord } from '../chord/parseChord.ts';
import type { Chord } from '../chord/chord.ts';
import { barTicks, feltBeats, formatMeter } from '../chart/meter.ts';
import { ticksPerQuarter } from '../kit/ticks.ts';
import { chordOver } from '../moves/formula.ts';
import { planLift } from '../moves/planLift.ts';
import { formatKey, liftBetween, relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { degreeOfSemitones, formatDegree } from '../pitch/degree.ts';
import type { SeamBetween } from './seam.ts';

/** A way from one song into the next. */
export interface Bridge {
  readonly id: 'straight' | 'pad' | 'vamp' | 'walk' | 'lift' | 'stop and count';
  readonly name: string;
  readonly why: string;
  /** The key that its numbers count in: that of the song that comes. */
  readonly key: Key;
  /**
   * Chart text: one section under the key, metre and tempo that it stands in, to be read and edited; empty where one goes
   * straight on. Metre and tempo are those of the song that comes, but for what leads out of the song that goes.
   */
  readonly text: string;
}

/** The ways between two songs, the smoothest first, for what their keys, tempos and metres are to each other. */
export function bridgesBetween(flow: SeamBetween): Bridge[] {
  const { relation, tempo, sameMeter } = flow;
  const isOneKey = relation.kind === 'same' || relation.kind === 'relative';
  const isOneTempo = tempo.kind === 'same' && sameMeter;
  const pad = padBetween(flow);
  const lift = isOneKey ? [] : liftsBetween(flow);
  const walk = walkInto(flow);
  const vamp = vampInto(flow);
  const stop = stopAndCount(flow);
  if (isOneKey && isOneTempo) return [straight(flow), vamp, walk, pad];
  if (isOneTempo) return [...lift, pad, vamp, walk];
  if (isOneKey) return [pad, vamp, stop, walk];
  return [pad, stop, ...lift, vamp];
}

const straight = ({ to, relation, tempo }: SeamBetween): Bridge => ({
  id: 'straight',
  name: 'Straight on',
  why: `${relation.words} ${tempo.words} The last chord goes on into the first.`,
  key: to.key,
  text: '',
});

/** What can be held for long, the emptiest first. */
const pads = ['1sus2', '1sus4', '5sus4', '4add2', '6m7'].map((text) => chord(text));

/** A chord held in free time that both songs know: on a note that the last chord has and the new key too. */
function padBetween({ from, to, commonTones }: SeamBetween): Bridge {
  const tones = commonTones.length > 0 ? commonTones : tonesOf(from.chord, from.key);
  const shares = (one: Chord) => tonesOf(one, to.key).filter((tone) => tones.includes(tone));
  const best = pads.reduce((found, one) =>
    shares(one).length > shares(found).length ? one : found,
  );
  const [held] = shares(best);
  const over = held === undefined ? null : degreeIn(held, to.key);
  const why =
    over === null
      ? `Nothing of the last chord is in ${formatKey(to.key)}: let it ring out, then begin softly.`
      : `${over} of ${formatKey(to.key)} sounds already in the last chord: hold it while the rest changes.`;
  return {
    id: 'pad',
    name: 'A pad',
    why,
    key: to.key,
    text: section('Pad', to, [
      '* soft, free, until whoever speaks has ended',
      `{free} ${formatChord(best)}~ | ${formatChord(best)}~`,
    ]),
  };
}

/** Four and five of the key that comes, again and again until the song begins. */
function vampInto({ to }: SeamBetween): Bridge {
  const isMinor = to.key.mode === 'minor';
  const bars = isMinor ? '6m | 5' : '4 | 5';
  return {
    id: 'vamp',
    name: `A vamp into ${formatKey(to.key)}`,
    why: isMinor
      ? 'Home and the chord below it, in the new tempo: it can go on for as long as it has to.'
      : 'The four and the five of the new key, in its tempo: it wants to go home, and can wait.',
    key: to.key,
    text: section('Vamp x2 open', to, [bars]),
  };
}

/** The bass goes up by steps to home. */
function walkInto({ to }: SeamBetween): Bridge {
  return {
    id: 'walk',
    name: 'A walk',
    why: 'The bass goes up by steps to home.',
    key: to.key,
    text: section('Walk', to, [to.key.mode === 'minor' ? '4 | 5' : '4/6 | 5/7']),
  };
}

/** The chords that lead into another key, in its own numbers; at the tempo and in the metre of the song that goes. */
function liftsBetween({ from, to }: SeamBetween): Bridge[] {
  const [left, comes] = [relativeMajor(from.key), relativeMajor(to.key)];
  const ways = planLift(left, comes, {
    beats: barTicks(from.meter) / ticksPerQuarter,
    ...(to.chord ? { target: to.chord } : {}),
  });
  const beats = feltBeats(from.meter).length;
  const old = degreeOfSemitones(liftBetween(comes, left));
  return ways
    .filter(({ chords }) => chords.length > 0 && chords.length <= beats)
    .slice(0, 2)
    .map(({ name, why, chords }) => {
      const bar = inBar(
        chords.map(({ chord: one }) =>
          formatChord(one.kind === 'named' ? chordOver(old, one) : one),
        ),
        beats,
      );
      const text = section('Into the new key', { ...from, key: to.key }, [bar]);
      return { id: 'lift', name, why, key: to.key, text };
    });
}

/** Everything stops; the new song is counted in. */
function stopAndCount({ to, tempo }: SeamBetween): Bridge {
  const beats = feltBeats(to.meter).length;
  const count = Array.from({ length: beats }, (_, beat) => beat + 1).join(' ');
  return {
    id: 'stop and count',
    name: 'Stop and count',
    why: `${tempo.words} Let the last chord end, breathe, and count the new one in.`,
    key: to.key,
    text: section('Count', to, [`* count ${count} in the new tempo`, '_']),
  };
}

/** Chords of one bar, no more than it has beats: in equal parts, else a beat each and what is left for the last. */
function inBar(chords: readonly string[], beats: number): string {
  if (beats % chords.length === 0) return chords.join(' ');
  return [...chords, ...Array.from({ length: beats - chords.length }, () => '.')].join(' ');
}

/** Chart text of one section in the key, the metre and at the tempo of one end. */
function section(
  name: string,
  { meter, tempo, key }: SeamBetween['to'],
  lines: readonly string[],
): string {
  const fields = [`key: ${formatKey(key)}`, `meter: ${formatMeter(meter)}`, `tempo: ${tempo}`];
  return `${fields.join('\n')}\n\n${name}:\n${lines.map((line) => `  ${line}\n`).join('')}`;
}

function chord(text: string): Chord {
  const read = parseChord(text);
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]!.message}`);
  return read.value;
}

function tonesOf(one: Chord | null, key: Key): number[] {
  return one ? chordTones(one, key).map((tone) => tone.pitchClass) : [];
}

function degreeIn(tone: number, key: Key): string {
  return formatDegree(degreeOfSemitones(fold(tone - pitchClass(relativeMajor(key).tonic), 12)));
}

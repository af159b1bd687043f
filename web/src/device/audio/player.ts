import { clockOf, ticksOf, ticksPerQuarter, type Beat, type Performance } from '@intervallum/core';
import type * as Tone from 'tone';
import { t } from '../../words/words.ts';
import { onceAsked, openSound } from './sound.ts';
import { openSpoken, type Spoken } from './spokenVoice.ts';

/** A click, high where a bar begins: softer between beats, highest where a chord comes in early. */
export interface Click extends Pick<Beat, 'onset' | 'strong'> {
  readonly is?: 'between' | 'push';
  /** What is said with it, where it is counted aloud. */
  readonly said?: string;
}

/** How a performance is played. */
export interface PlayOptions {
  /** Quarter notes a minute. */
  readonly quarters: number;
  /** A bar of clicks before it; none where it is empty. */
  readonly countIn: readonly (Click & Pick<Beat, 'ticks'>)[];
  /** Clicks while it is played; none where it is empty. */
  readonly clicks: readonly Click[];
  readonly pedal: boolean;
  readonly loop: boolean;
  /** When what is played begins, behind its count-in, as it is heard: in milliseconds by the clock of the page. */
  readonly onBegin?: (at: number) => void;
  /** A slot of the timeline begins. */
  readonly onSlot: (at: number) => void;
  readonly onEnd: () => void;
}

/** Something that is playing. */
export interface Playing {
  readonly stop: () => void;
  /** The signal: what goes on and on is played to its end and left. */
  readonly goOn: () => void;
  /** Why nothing is heard; null where it is. */
  readonly silent: string | null;
}

/** Plays a music, or, where there is no sound, runs through it in time without. */
export async function play(music: Performance, options: PlayOptions): Promise<Playing> {
  try {
    return await playAloud(music, options);
  } catch (error) {
    console.warn('There is no sound.', error);
    const why = error instanceof Error ? error.message : String(error);
    return { ...runSilently(music, options), silent: why };
  }
}

/** The piano is fetched by who plays chords: a click, or the first note of a singer, does without its recordings. */
const openPiano = onceAsked(async () => {
  const [{ tone }, { samples }] = await Promise.all([openSound(), import('./samples.ts')]);
  return new Promise<Tone.Sampler>((resolve, reject) => {
    const sampler: Tone.Sampler = new tone.Sampler({
      urls: samples,
      release: 0.6,
      onload: () => resolve(sampler),
      onerror: () => reject(new Error(t('The piano’s sounds could not be loaded.'))),
    }).toDestination();
  });
});

/** So long after it was asked it begins, in seconds: what comes first is given to the sound card in time. */
const startDelay = 0.05;

/** By how many seconds what is given to the sound card is heard later, where the browser knows that. */
function heardLater(tone: typeof Tone): number {
  const raw = tone.getContext().rawContext as Partial<AudioContext>;
  return raw.outputLatency ?? 0;
}

/** A device that never answers would leave the player waiting for ever. */
const deviceTimeout = 3_000;

async function playAloud(music: Performance, options: PlayOptions): Promise<Playing> {
  const { tone, click, voice } = await openSound();
  const piano = music.notes.length > 0 ? await openPiano() : null;
  const spoken = await voiceFor([...options.countIn, ...options.clicks]);
  const running = await Promise.race([
    tone.start().then(() => true),
    new Promise<false>((resolve) => setTimeout(() => resolve(false), deviceTimeout)),
  ]);
  if (!running) throw new Error(t('The sound device does not answer.'));
  const transport = tone.getTransport();
  transport.stop();
  transport.cancel(0);
  transport.PPQ = ticksPerQuarter;
  transport.bpm.value = options.quarters;
  const { countIn, clicks, pedal, loop, onSlot, onEnd } = options;
  const lead = ticksOf(countIn);
  const at = (ticks: number) => `${lead + Math.max(0, ticks)}i`;
  const clock = clockOf(music.tempos, options.quarters);
  const pace = (factor: number, ticks: number) =>
    transport.schedule((time) => {
      transport.bpm.setValueAtTime(options.quarters * factor, time);
    }, at(ticks));
  for (const { onset, factor } of music.tempos) pace(factor, onset);

  const clicked: readonly Click[] = [
    ...countIn,
    ...clicks.map((beat) => ({ ...beat, onset: lead + beat.onset })),
  ];
  for (const one of clicked) {
    const [note, loudness] = soundOf(one);
    transport.schedule((time) => {
      click.triggerAttackRelease(note, 0.05, time, spoken ? loudness * underVoice : loudness);
      if (one.said !== undefined) spoken?.say(one.said, { at: time, loud: voiceOf(one) });
    }, `${one.onset}i`);
  }
  for (const { note, onset, ticks, velocity } of music.notes) {
    const name = tone.Frequency(note, 'midi').toNote();
    const length = pedal ? heldByPedal(music, onset, ticks) : ticks;
    transport.schedule((time) => {
      piano?.triggerAttackRelease(
        name,
        Math.max(0.05, (clock(onset + length) - clock(onset)) * 0.98),
        time,
        velocity / 127,
      );
    }, at(onset));
  }
  for (const { note, onset, ticks, velocity } of music.tune) {
    const name = tone.Frequency(note, 'midi').toNote();
    transport.schedule((time) => {
      const seconds = (clock(onset + ticks) - clock(onset)) * 0.95;
      voice.triggerAttackRelease(name, Math.max(0.05, seconds), time, velocity / 127);
    }, at(onset));
  }
  for (const { at: slot, onset } of music.starts) {
    transport.schedule((time) => tone.getDraw().schedule(() => onSlot(slot), time), at(onset));
  }
  transport.loop = loop;
  if (loop) transport.setLoopPoints(at(0), at(music.ticks));
  // What is open goes round by itself from its beginning on, until the signal lets it end.
  for (const { onset, ticks } of loop ? [] : music.open) {
    // It begins again at the tempo that it began in.
    pace(factorAt(music, onset), onset);
    transport.schedule(() => {
      if (signalled === onset) return;
      transport.setLoopPoints(at(onset), at(onset + ticks));
      transport.loop = true;
      round = onset;
    }, at(onset));
  }
  let round: number | null = null;
  let signalled: number | null = null;
  const goOn = () => {
    if (loop) return;
    signalled = round;
    transport.loop = false;
  };
  const stop = () => {
    transport.stop();
    transport.cancel(0);
    piano?.releaseAll();
    voice.triggerRelease();
  };
  if (!loop) {
    transport.schedule((time) => {
      tone.getDraw().schedule(() => {
        stop();
        onEnd();
      }, time);
    }, at(music.ticks));
  }
  const startsAt = tone.now() + startDelay;
  transport.start(startsAt);
  const { currentTime } = tone.getContext();
  const delay = heardLater(tone);
  const leadSeconds = (lead * 60) / options.quarters / ticksPerQuarter;
  options.onBegin?.(performance.now() + 1_000 * (startsAt + leadSeconds - currentTime + delay));
  return { stop, goOn, silent: null };
}

/** How loud a count is said: loudest where a chord comes in early. */
function voiceOf({ strong, is }: Click): number {
  return is === 'push' ? 1 : is === 'between' ? 0.45 : strong ? 0.75 : 0.65;
}

/** Under a voice that counts a click is softer. */
const underVoice = 0.3;

/** The voice that counts, where something is said; without it the clicks are heard all the same. */
async function voiceFor(clicks: readonly Click[]): Promise<Spoken | null> {
  if (clicks.every(({ said }) => said === undefined)) return null;
  try {
    return await openSpoken();
  } catch (error) {
    console.warn('Nobody counts.', error);
    return null;
  }
}

/** The tone of a click, and how loud it is, 0 to 1. */
function soundOf({ strong, is }: Click): [note: string, loudness: number] {
  if (is === 'push') return ['E6', 1];
  if (is === 'between') return ['G4', 0.35];
  return [strong ? 'C6' : 'C5', 1];
}

function factorAt({ tempos }: Performance, tick: number): number {
  return tempos.findLast(({ onset }) => onset <= tick)?.factor ?? 1;
}

/** With the pedal down a note sounds on until the pedal is lifted. */
function heldByPedal({ pedal }: Performance, onset: number, ticks: number): number {
  const end = onset + ticks;
  // Spans are in order and do not overlap: only the last one that has begun can still be down.
  let low = 0;
  let high = pedal.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pedal[middle]!.onset <= end) low = middle + 1;
    else high = middle;
  }
  const last = pedal[low - 1];
  const down = last && end <= last.onset + last.ticks ? last : null;
  return down ? Math.max(ticks, down.onset + down.ticks - onset) : ticks;
}

/** The same slots at the same times, to be read instead of heard. */
function runSilently(music: Performance, options: PlayOptions): Pick<Playing, 'stop' | 'goOn'> {
  const { quarters, countIn, loop, onSlot, onEnd } = options;
  const clock = clockOf(music.tempos, quarters);
  const between = (from: number, to: number) => 1000 * (clock(to) - clock(from));
  const timers = new Set<ReturnType<typeof setTimeout>>();
  const later = (run: () => void, after: number) => {
    const timer = setTimeout(() => {
      timers.delete(timer);
      run();
    }, after);
    timers.add(timer);
  };
  const pieces = piecesOf(music, loop);
  let signalled = false;
  const run = (index: number, after: number) => {
    const piece = pieces[index];
    if (!piece) return later(() => (loop ? run(0, 0) : onEnd()), after);
    const end = piece.onset + piece.ticks;
    for (const { at, onset } of music.starts) {
      const due = Math.max(0, onset);
      if (due >= piece.onset && due < end)
        later(() => onSlot(at), after + between(piece.onset, due));
    }
    later(
      () => {
        const again = piece.open && !signalled;
        if (piece.open) signalled = false;
        run(again ? index : index + 1, 0);
      },
      after + between(piece.onset, end),
    );
  };
  const leadMs = (ticksOf(countIn) / ticksPerQuarter) * (60_000 / quarters);
  options.onBegin?.(performance.now() + leadMs);
  run(0, leadMs);
  return {
    stop: () => {
      for (const timer of timers) clearTimeout(timer);
      timers.clear();
    },
    goOn: () => {
      signalled = true;
    },
  };
}

interface Piece {
  readonly onset: number;
  readonly ticks: number;
  readonly open: boolean;
}

/** What is open, and what lies between; all one piece where the whole goes round. */
function piecesOf({ open, ticks }: Performance, loop: boolean): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const one of loop ? [] : open) {
    if (one.onset > at) pieces.push({ onset: at, ticks: one.onset - at, open: false });
    pieces.push({ ...one, open: true });
    at = one.onset + one.ticks;
  }
  if (ticks > at) pieces.push({ onset: at, ticks: ticks - at, open: false });
  return pieces;
}

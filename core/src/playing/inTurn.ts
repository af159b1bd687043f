import { barTicks } from '../chart/meter.ts';
import { nothingSaidOfHands } from '../chart/saidHands.ts';
import { plainChord, plainSection, type Bar } from '../chart/song.ts';
import { noTextures } from '../chart/texture.ts';
import { expand } from '../chart/time/timeline.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { VoicedSlot } from '../hands/search/voiced.ts';
import { noFills } from '../runs/songFills.ts';
import type { Filled } from './filled.ts';

interface Hands {
  readonly left: readonly MidiNumber[];
  readonly right: readonly MidiNumber[];
}

/** Some ways to hold a chord, a bar each, one after the other at the song's tempo: to be compared by ear. */
export function inTurn(voiced: Filled, slot: VoicedSlot, ways: readonly Hands[]): Filled {
  const { song } = voiced.timeline;
  const bar: Bar = {
    kind: 'played',
    meter: null,
    feel: null,
    pickup: false,
    slots: [plainChord(slot.chord, barTicks(song.meter))],
  };
  const timeline = expand(
    {
      ...song,
      road: null,
      textures: noTextures,
      hands: nothingSaidOfHands,
      sections: [
        {
          ...plainSection,
          name: '',
          phrases: [{ when: null, bars: ways.map(() => bar), tune: [], words: [] }],
        },
      ],
    },
    { key: slot.key },
  );
  const slots = ways.map(({ left, right }, at): VoicedSlot => ({
    ...slot,
    left,
    right,
    at,
    slot: at,
    walk: null,
    pedalling: null,
    line: null,
  }));
  return { ...voiced, fills: noFills, timeline, slots, problems: [] };
}

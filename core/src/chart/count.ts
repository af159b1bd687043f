import { ticksPerWhole } from '../kit/ticks.ts';
import { fold } from '../pitch/note.ts';
import { barTicks, type Meter } from './meter.ts';
import { pushTicks, type Push } from './song.ts';

/**
 * When a pushed chord comes in, as players count: `4&` an eighth before the bar in 4/4, `4a` a sixteenth.
 * `dueTicks` is where the chord would stand in its bar without the push; counting goes back over the bar line.
 */
export function pushCount(meter: Meter, dueTicks: number, push: Push): string {
  return countInBar(meter, fold(dueTicks - pushTicks(push), barTicks(meter)));
}

/**
 * A tick of a bar, as players say it to each other: by the units that its metre is written in, `1` to `6` in 6/8, with what lies
 * between them: `4&`, `4a`. What falls on none of these is said by the unit before it.
 */
export function countInBar(meter: Meter, tick: number): string {
  const unit = ticksPerWhole / meter.unit;
  const syllables = ['', 'e', '&', 'a'];
  return `${Math.floor(tick / unit) + 1}${syllables[((tick % unit) * 4) / unit] ?? ''}`;
}

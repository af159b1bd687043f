import { ticksPerWhole } from '../kit/ticks.ts';
import { fold } from '../pitch/note.ts';
import { barTicks, type Meter } from './meter.ts';
import { pushTicks, type Push } from './song.ts';

/**
 * When a pushed chord comes in, as players count: `4&` an eighth before the bar in 4/4, `4a` a sixteenth.
 * `dueTicks` is where the chord would stand in its bar without the push; counting goes back over the bar line.
 */
export function pushCount(meter: Meter, dueTicks: number, push: Push): string {
  const at = fold(dueTicks - pushTicks(push), barTicks(meter));
  const unit = ticksPerWhole / meter.unit;
  const within = at % unit;
  const syllables = ['', 'e', '&', 'a'];
  return `${Math.floor(at / unit) + 1}${syllables[(within * 4) / unit] ?? ''}`;
}

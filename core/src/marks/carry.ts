import { parseChart } from '../chart/read/parseChart.ts';
import { compareTexts } from './compare.ts';
import { followSlots, type Follow } from './follow.ts';

/**
 * Follows the slots of a chart into a text that came from outside. Where the edits are known, `followSlots` follows them.
 * @returns for a slot of the old text (as `placedSlots` counts) that of the new; null where it is gone.
 */
export function carrySlots(before: string, after: string): Follow {
  return followSlots(parseChart(before), parseChart(after), compareTexts(before, after));
}

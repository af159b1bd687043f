import type { Timeline } from '@intervallum/core';
import { ordinal, t } from '../../words/words.ts';

/** Where a slot of the timeline stands in the song: `Verse, 3rd time, bar 4`. */
export function placeInWords({ parts, slots, song }: Timeline, at: number): string {
  const part = parts.find(({ from, to }) => from <= at && at < to);
  const slot = slots[at];
  if (!part || !slot) return '';
  const { name } = song.sections[part.section]!;
  let first = part.from;
  const bar = part.bars.findIndex(({ slots: own }) => {
    first += own.length;
    return at < first;
  });
  const times = parts.filter(({ section }) => section === part.section).length;
  const pass = ordinal(part.pass);
  return times > 1
    ? t('{{name}}, {{pass}} time, bar {{bar}}', { name, pass, bar: bar + 1 })
    : t('{{name}}, bar {{bar}}', { name, bar: bar + 1 });
}

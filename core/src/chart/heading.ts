import { readLine } from './lines.ts';
import type { Section } from './song.ts';

/**
 * The line that opens a section. A name that a chart would read as something else, as `Vamp x2` or `Key`, is told apart by
 * saying how often it is played: `Vamp x2 x1:`.
 */
export function printHeading({
  name,
  times,
  open,
}: Pick<Section, 'name' | 'times' | 'open'>): string {
  const rest = open ? ' open:' : ':';
  const plain = `${name}${times === 1 ? '' : ` x${times}`}${rest}`;
  const line = readLine(plain, true);
  const isRead = line.kind === 'heading' && line.name === name && line.times === times;
  return isRead && line.open === open ? plain : `${name} x${times}${rest}`;
}

/** True for a text that can stand as the name of a section: its heading is read as just that. */
export function namesSection(text: string): boolean {
  const line = readLine(printHeading({ name: text, times: 1, open: false }), true);
  return line.kind === 'heading' && line.name === text && line.times === 1 && !line.open;
}

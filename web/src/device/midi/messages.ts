/** What a keyboard says: a key goes down or up. */
export interface KeyMessage {
  readonly kind: 'down' | 'up';
  /** MIDI number, 0 to 127. */
  readonly note: number;
}

/**
 * Reads one MIDI 1.0 channel message; null for all that is no key going down or up.
 * A note-on of velocity 0 is a key going up, as many keyboards send it.
 */
export function readMidi(bytes: ArrayLike<number>): KeyMessage | null {
  const [status = 0, note = -1, velocity = -1] = Array.from(bytes);
  const command = status & 0xf0;
  const isKey = command === 0x80 || command === 0x90;
  if (!isKey || !isData(note) || !isData(velocity)) return null;
  return { kind: command === 0x90 && velocity > 0 ? 'down' : 'up', note };
}

function isData(byte: number): boolean {
  return Number.isInteger(byte) && byte >= 0 && byte <= 127;
}

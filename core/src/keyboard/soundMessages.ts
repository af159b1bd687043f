import { soundParts, type KeyboardSound, type SoundPart } from './sound.ts';

/** The MIDI channel of each part, 1 to 16. */
export type SoundChannels = Readonly<Record<SoundPart, number>>;

export const usualChannels: SoundChannels = { main: 1, layer: 2, left: 3, pad: 4 };

/** Controllers of MIDI 1.0: bank select, coarse and fine, and expression, which leaves the player's own volumes as they are. */
const controller = { bank: 0, bankFine: 32, expression: 11 } as const;

/**
 * What an instrument is told so that it sounds so (MIDI 1.0 Detailed Specification: bank select comes before the program that it
 * is for): bank and program of each part on its channel, and expression, which is nothing for a part that is silent. A channel that
 * parts share is silent where none of them sounds, and the last of them says what it is.
 * @returns channel messages in the order in which they are sent
 */
export function soundMessages(sound: KeyboardSound, channels: SoundChannels): Uint8Array[] {
  const used = [...new Set(soundParts.map((part) => channels[part]))];
  return used.flatMap((channel) => {
    const part = soundParts.findLast((one) => channels[one] === channel && sound[one] !== null);
    const patch = part ? sound[part] : null;
    const on = channel - 1;
    const control = (number: number, value: number) => Uint8Array.of(0xb0 + on, number, value);
    if (!patch) return [control(controller.expression, 0)];
    const bank =
      patch.bank === null
        ? []
        : [
            control(controller.bank, patch.bank >> 7),
            control(controller.bankFine, patch.bank & 127),
          ];
    return [
      ...bank,
      Uint8Array.of(0xc0 + on, patch.program - 1),
      control(controller.expression, 127),
    ];
  });
}

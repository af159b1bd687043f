import { t } from '../../words/words.ts';
import { midiAccess } from './access.ts';
import { simulatedModule } from './soundModule.ts';

/** An instrument that takes MIDI messages: a real one behind the browser, or the simulated one. */
export interface MidiOutput {
  readonly id: string;
  readonly name: string;
  readonly send: (bytes: Uint8Array) => void;
}

/** The instruments at this device. Rejects as `midiAccess` does. */
export async function realOutputs(): Promise<MidiOutput[]> {
  const access = await midiAccess();
  return [...access.outputs.values()].map((output) => ({
    id: output.id,
    name: output.name ?? t('Keyboard without a name'),
    send: (bytes) => output.send(bytes),
  }));
}

/** The one simulated sound module, which every screen looks at. */
export const moduleOnScreen = simulatedModule();

export const simulatedOutput: MidiOutput = {
  id: 'simulated',
  name: t('Simulated sound module'),
  send: moduleOnScreen.receive,
};

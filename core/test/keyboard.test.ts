import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseMidi, type MidiEvent } from 'midi-file';
import toneMidi from '@tonejs/midi';
import { Note } from 'tonal';
import {
  allKeys,
  carryDecisions,
  carrySlots,
  expand,
  formatKey,
  fromMusicXml,
  isSameSound,
  keyboardSet,
  noDecisions,
  noSound,
  perform,
  placedSlots,
  plainKeyboard,
  playedKey,
  relativeMajor,
  sameKey,
  soundChanges,
  soundMessages,
  soundOf,
  soundParts,
  toMidi,
  toPianoMusicXml,
  usualChannels,
  usualPatches,
  voice,
  withSound,
  type KeyboardSound,
  type Patch,
  type SongKeyboard,
} from '../src/index.ts';
import { key, song } from './read.ts';

const text = `title: Harbour lights
key: Eb
tempo: 76
road: Verse, Chorus, Verse, Chorus x2

Verse:
  1 4 | 6m 5 | 4 | 5

Chorus:
  4 | 1/3 | 2m7 | 5sus 5
`;

describe('a keyboard that is set higher or lower', () => {
  test('sounds in the key of the song, whatever it is played in: by no more than six half steps', () => {
    for (const sounding of allKeys) {
      for (const playedIn of allKeys) {
        const played = playedKey(sounding, playedIn);
        const set = keyboardSet(sounding, played);
        expect([-5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6]).toContain(set);
        expect(played.mode).toBe(sounding.mode);
        // Intervals by tonal, which knows nothing of ours.
        const tonic = ({ letter, alter }: typeof sounding.tonic) =>
          Note.chroma(letter + (alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)))!;
        const heard = tonic(played.tonic) + set;
        expect((((heard - tonic(sounding.tonic)) % 12) + 12) % 12).toBe(0);
        if (playedIn.mode === sounding.mode) expect(played).toEqual(playedIn);
        else expect(tonic(relativeMajor(played).tonic)).toBe(tonic(relativeMajor(playedIn).tonic));
      }
      expect(playedKey(sounding, null)).toBe(sounding);
    }
  });

  test('what is played in D on a keyboard one higher sounds in Eb: heard, in MIDI, and in a score for a transposing instrument', () => {
    const heard = song(text);
    for (const playedIn of ['D', 'C', 'F', 'A']) {
      const played = key(playedIn);
      const set = keyboardSet(heard.key, played);
      const found = { ...voice(expand(heard, { key: played })), keyboard: set };
      const asHeld = perform({ ...found, keyboard: 0 }).notes;
      expect(asHeld.length).toBeGreaterThan(50);
      const sounds = perform(found).notes;
      expect(sounds.map(({ note }) => note - set)).toEqual(asHeld.map(({ note }) => note));

      const file = parseMidi(toMidi(found));
      const events = file.tracks.flat();
      const inFile = events.flatMap((event) => (event.type === 'noteOn' ? [event.noteNumber] : []));
      expect(inFile.toSorted()).toEqual(sounds.map(({ note }) => note).toSorted());
      // Three flats.
      expect(events.filter(({ type }) => type === 'keySignature')).toMatchObject([{ key: -3 }]);

      const score = toPianoMusicXml(found);
      expect(/<transpose>\s*<chromatic>(-?\d+)<\/chromatic>/.exec(score)?.[1]).toBe(String(set));
      const back = fromMusicXml(score);
      expect(back.ok && formatKey(back.value.song.key)).toBe('Eb');
    }
    expect(toPianoMusicXml(voice(expand(heard)))).not.toContain('transpose');
  });
});

/** The names that the sound set of General MIDI gives to what is meant (MIDI Manufacturers Association, RP-003). */
const published: Readonly<Record<keyof typeof usualPatches, string>> = {
  'grand piano': 'acoustic grand piano',
  'bright piano': 'bright acoustic piano',
  'electric piano': 'electric piano 1',
  'bell piano': 'electric piano 2',
  celesta: 'celesta',
  vibraphone: 'vibraphone',
  organ: 'drawbar organ',
  'rock organ': 'rock organ',
  'church organ': 'church organ',
  accordion: 'accordion',
  'nylon guitar': 'acoustic guitar (nylon)',
  'acoustic bass': 'acoustic bass',
  'fingered bass': 'electric bass (finger)',
  strings: 'string ensemble 1',
  'slow strings': 'string ensemble 2',
  choir: 'choir aahs',
  voices: 'voice oohs',
  brass: 'brass section',
  'warm pad': 'pad 2 (warm)',
  'wide pad': 'pad 3 (polysynth)',
  'choir pad': 'pad 4 (choir)',
  'swelling pad': 'pad 8 (sweep)',
};

describe('sounds', () => {
  test.each(Object.entries(usualPatches))('%s is program %i of General MIDI', (name, program) => {
    // The table of @tonejs/midi counts programs from 0.
    const track = new toneMidi.Midi().addTrack();
    track.instrument.number = program - 1;
    expect(track.instrument.name).toBe(published[name as keyof typeof published]);
  });

  const patch: fc.Arbitrary<Patch> = fc.record({
    name: fc.constantFrom('Piano', 'Pad'),
    program: fc.integer({ min: 1, max: 128 }),
    bank: fc.option(fc.integer({ min: 0, max: 16_383 })),
  });
  const sound: fc.Arbitrary<KeyboardSound> = fc.record({
    main: fc.option(patch),
    layer: fc.option(patch),
    left: fc.option(patch),
    pad: fc.option(patch),
    splitAt: fc.integer({ min: 36, max: 72 }),
  });

  /** A track of a Standard MIDI File that holds the bytes, for a reader that knows files only. */
  function readBytes(messages: readonly Uint8Array[]): readonly MidiEvent[] {
    const body = [...messages.flatMap((bytes) => [0, ...bytes]), 0, 0xff, 0x2f, 0];
    const long = (value: number) => [24, 16, 8, 0].map((by) => (value >> by) & 255);
    const ascii = (word: string) => [...word].map((sign) => sign.charCodeAt(0));
    const head = [...ascii('MThd'), ...long(6), 0, 0, 0, 1, 1, 224];
    return parseMidi([...head, ...ascii('MTrk'), ...long(body.length), ...body]).tracks[0]!;
  }

  test('an instrument that reads MIDI ends with the sound of each part on its channel, whatever it had before', () => {
    fc.assert(
      fc.property(fc.array(sound, { minLength: 1, maxLength: 4 }), (row) => {
        const channels = new Map<number, { bank: number; program: number; heard: boolean }>();
        const events = readBytes(row.flatMap((one) => soundMessages(one, usualChannels)));
        const waiting = new Map<number, number>();
        for (const event of events) {
          if (event.type !== 'controller' && event.type !== 'programChange') continue;
          const { channel } = event;
          const now = channels.get(channel) ?? { bank: 0, program: 0, heard: true };
          channels.set(channel, now);
          if (event.type === 'programChange') {
            // A bank counts from the next program on.
            now.program = event.programNumber;
            now.bank = waiting.get(channel) ?? now.bank;
          } else if (event.controllerType === 0) waiting.set(channel, event.value << 7);
          else if (event.controllerType === 32)
            waiting.set(channel, (waiting.get(channel) ?? 0) + event.value);
          else if (event.controllerType === 11) now.heard = event.value > 0;
        }
        const last = row.at(-1)!;
        for (const part of soundParts) {
          const is = channels.get(usualChannels[part] - 1)!;
          expect(is.heard).toBe(last[part] !== null);
          if (!last[part]) continue;
          expect(is.program).toBe(last[part].program - 1);
          if (last[part].bank !== null) expect(is.bank).toBe(last[part].bank);
        }
      }),
    );
  });

  const of = (name: string, program: number): KeyboardSound => ({
    ...noSound,
    main: { name, program, bank: null },
  });
  const piano = of('Piano', 1);
  const organ = of('Organ', 17);
  const verse = [0, 1, 2, 3, 4, 5];
  const chorus = [6, 7, 8, 9, 10];

  test('change where a section begins that has another one; what nothing is said of goes on', () => {
    const timeline = expand(song(text));
    const changesOf = (keyboard: SongKeyboard) =>
      soundChanges(timeline, keyboard).map(({ part, sound }) => [part, sound.main?.name]);
    const withOrgan = withSound(withSound(plainKeyboard, verse, piano), chorus, organ);
    expect(changesOf(withOrgan)).toEqual([
      [0, 'Piano'],
      [1, 'Organ'],
      [2, 'Piano'],
      [3, 'Organ'],
    ]);
    // The second chorus goes on as the first one, and a verse of which nothing is said after it.
    expect(changesOf(withSound(plainKeyboard, chorus, organ))).toEqual([[1, 'Organ']]);
    expect(changesOf(plainKeyboard)).toEqual([]);
    for (const { at, part } of soundChanges(timeline, withOrgan))
      expect(at).toBe(timeline.parts[part]!.from);
  });

  test('are taken back by nothing, and by a sound that has no part', () => {
    const said = withSound(plainKeyboard, verse, piano);
    expect(soundOf(said, verse)).toEqual(piano);
    expect(soundOf(said, chorus)).toBeNull();
    expect(withSound(said, verse, null)).toEqual(plainKeyboard);
    expect(withSound(said, verse, noSound)).toEqual(plainKeyboard);
    expect(withSound(said, [], organ)).toBe(said);
    expect(isSameSound(piano, { ...piano, splitAt: 48 })).toBe(true);
    expect(isSameSound({ ...piano, left: organ.main }, piano)).toBe(false);
  });

  test('go with their sections through an edit of the chart', () => {
    const before = withSound(withSound(plainKeyboard, verse, piano), chorus, organ);
    const after = text
      .replace('Verse:\n', 'Intro:\n  1 | 4\n\nVerse:\n')
      .replace('4 | 1/3', '2m | 1/3');
    const { keyboard } = carryDecisions(
      { ...noDecisions, keyboard: { ...before, playedIn: key('D') } },
      carrySlots(text, after),
    );
    const slots = placedSlots(song(after));
    const inSection = (from: number, to: number) =>
      slots.flatMap(({ bar }, slot) => (bar >= from && bar < to ? [slot] : []));
    expect(soundOf(keyboard, inSection(0, 2))).toBeNull();
    expect(soundOf(keyboard, inSection(2, 6))).toEqual(piano);
    expect(soundOf(keyboard, inSection(6, 10))).toEqual(organ);
    expect(sameKey(keyboard.playedIn!, key('D'))).toBe(true);
  });
});

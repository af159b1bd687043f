import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { noteLanguages, usualReach } from '@intervallum/core';
import { kept } from './storage.ts';

// The settings read the storage as soon as they are there, so it has to be there before them.
const { reader } = await import('../src/settings/reader.ts');
const { player } = await import('../src/settings/player.ts');
const { sound } = await import('../src/settings/sound.ts');
const { desk } = await import('../src/settings/desk.ts');

/** The settings as a page finds them that is opened now. */
function open() {
  for (const settings of [reader, player, sound, desk]) settings.readAgain();
}

beforeEach(() => {
  kept.clear();
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});

describe('settings', () => {
  test('are kept from one visit to the next, each kind for itself', () => {
    open();
    kept.clear();
    reader.change({ language: 'german' });
    player.change({ keys: 61 });
    expect([...kept.keys()].sort()).toEqual(['intervallum-player', 'intervallum-reader']);
    open();
    expect([reader.now().language, player.now().keys, sound.now().pedal]).toEqual([
      'german',
      61,
      true,
    ]);
  });

  test('of the time when all of them stood together are taken over', () => {
    const state = { language: 'german', keys: 49, pedal: false, pianoOpen: true, theme: 'dark' };
    kept.set('intervallum-settings', JSON.stringify({ state, version: 0 }));
    open();
    expect([
      reader.now().language,
      reader.now().theme,
      player.now().keys,
      sound.now().pedal,
      desk.now().pianoOpen,
    ]).toEqual(['german', 'dark', 49, false, true]);
  });

  test('one that is none is as at first, and takes no other with it', () => {
    const state = { reach: { left: { held: 99 } }, keys: 12, lineup: 'with pad', handGrade: 7 };
    kept.set('intervallum-player', JSON.stringify({ state, version: 1 }));
    open();
    expect(player.now()).toEqual({
      reach: usualReach,
      keys: 88,
      lineup: 'with pad',
      handGrade: 'plain',
      tuneOnTop: true,
    });
  });

  test('whatever the browser has kept, the page opens', () => {
    const rubbish = fc.oneof(
      fc.string(),
      fc.json(),
      fc.record({ state: fc.anything(), version: fc.anything() }).map((value) => {
        try {
          return JSON.stringify(value) ?? '';
        } catch {
          return '{';
        }
      }),
    );
    fc.assert(
      fc.property(rubbish, (text) => {
        kept.clear();
        for (const name of ['reader', 'player', 'sound', 'desk', 'settings'])
          kept.set(`intervallum-${name}`, text);
        open();
        expect(noteLanguages).toContain(reader.now().language);
        expect(player.now().reach.left.held).toBeGreaterThan(2);
        expect(typeof sound.now().pedal).toBe('boolean');
        expect(typeof desk.now().textOpen).toBe('boolean');
      }),
      { numRuns: 200 },
    );
  });
});

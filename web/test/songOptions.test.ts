import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import { freeHands, noDecisions } from '@intervallum/core';
import { kept } from './storage.ts';

const { songOptions } = await import('../src/screens/song/songOptions.ts');

const song = {
  id: '0199b2f0-0000-7000-8000-000000000001',
  revision: 4,
  savedAt: '2026-11-25T10:00:00Z',
  text: 'title: T\n',
  part: { revision: 2, decisions: noDecisions },
};
const keep = (draft: unknown, revision: unknown) =>
  kept.set(`intervallum-draft:song:${song.id}`, JSON.stringify({ draft, revision }));
const walks = [{ slot: 0, kind: '8-7' as const }];

beforeEach(() => {
  kept.clear();
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
});

describe('what an earlier visit could not save', () => {
  test('comes back as it was kept', () => {
    const { keeper } = songOptions(song);
    const draft = { text: 'title: Mine\n', decisions: { hands: { ...freeHands, walks } } };
    keeper.keep(draft, { song: 4, part: 2 });
    expect(songOptions(song).kept).toEqual({ draft, revision: { song: 4, part: 2 } });
    keeper.forget();
    expect(songOptions(song).kept).toBeNull();
  });

  test('from before there were parts has its hands, and the part that stands', () => {
    keep({ text: 'title: Old\n', hands: { ...freeHands, walks } }, 4);
    expect(songOptions(song).kept).toEqual({
      draft: { text: 'title: Old\n', decisions: { hands: { ...freeHands, walks } } },
      revision: { song: 4, part: 2 },
    });
  });

  test('with decisions that are none keeps what was typed', () => {
    for (const decisions of [7, { hands: { version: 9 } }, { hands: { version: 1, value: [] } }]) {
      keep({ text: 'title: Typed\n', decisions }, { song: 4, part: 2 });
      expect(songOptions(song).kept?.draft).toEqual({
        text: 'title: Typed\n',
        decisions: noDecisions,
      });
    }
  });

  test('that says no revision is asked about, never sent over what stands', () => {
    keep({ text: 'title: Typed\n', decisions: {} }, 'yesterday');
    expect(songOptions(song).kept?.revision).toEqual({ song: 0, part: 0 });
  });

  test('that is no draft at all is let go', () => {
    for (const text of ['{', '7', '{"draft":{"text":7},"revision":1}']) {
      kept.set(`intervallum-draft:song:${song.id}`, text);
      expect(songOptions(song).kept).toBeNull();
    }
  });
});

test('two drafts are the same whatever order their parts stand in', () => {
  const { equal } = songOptions(song);
  const one = { text: 'a', decisions: { hands: { ...freeHands, walks } } };
  const turned = {
    text: 'a',
    decisions: {
      hands: Object.fromEntries(
        Object.entries(one.decisions.hands).reverse(),
      ) as unknown as typeof freeHands,
    },
  };
  expect(equal(one, turned)).toBe(true);
  expect(equal(one, { ...turned, text: 'b' })).toBe(false);
  expect(equal(one, { text: 'a', decisions: noDecisions })).toBe(false);
});

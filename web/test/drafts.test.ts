import { plainSet, plainSongItem, type SetDraft } from '@intervallum/contract';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { freeHands, noDecisions } from '@intervallum/core';
import fc from 'fast-check';
import type { Tabs } from '../src/device/storage/tab.ts';
import { createSaver, type Saver, type Sent } from '../src/document/saver.ts';
import { kept } from './storage.ts';

// As much of a page as says that it goes away.
const page = new EventTarget();
Object.assign(globalThis, {
  document: Object.assign(new EventTarget(), { visibilityState: 'visible' }),
  addEventListener: page.addEventListener.bind(page),
  removeEventListener: page.removeEventListener.bind(page),
});

const { allDrafts, putDraft } = await import('../src/device/storage/draftBox.ts');
const { chooseDraft, openDrafts } = await import('../src/document/drafts.ts');
const { sameSet, setShape } = await import('../src/document/setDraft.ts');
const { songShape } = await import('../src/document/songDraft.ts');

const place = { kind: 'song', id: '0199b2f0-0000-7000-8000-000000000001' } as const;
const stored = {
  ...place,
  tab: 'closed',
  at: 1,
  revision: { song: 4, part: 2 },
  unanswered: [],
  base: null,
};
const walks = [{ slot: 0, kind: '8-7' as const }];
const plain = {
  write: (draft: string) => draft,
  read: (draft: unknown) => (typeof draft === 'string' ? draft : null),
  readRevision: Number,
};
const tabs = (own: string, open: readonly string[] = []): Tabs => ({
  own: () => Promise.resolve(own),
  open: () => Promise.resolve((name) => open.includes(name)),
});

beforeEach(async () => {
  kept.clear();
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  for (const { name } of await indexedDB.databases()) {
    if (name) await emptyBox();
  }
});
afterEach(() => {
  jest.useRealTimers();
});

async function emptyBox() {
  const { removeDraft } = await import('../src/device/storage/draftBox.ts');
  for (const draft of await allDrafts()) await removeDraft(draft);
}

describe('what an earlier visit could not save', () => {
  const shape = songShape(2);

  test('comes back as it was kept', () => {
    const draft = {
      text: 'title: Mine\n',
      decisions: { ...noDecisions, hands: { ...freeHands, walks } },
    };
    expect(shape.read(structuredClone(shape.write(draft)))).toEqual(draft);
  });

  test('from before there were parts has its hands, and the part that stands', () => {
    const old = { text: 'title: Old\n', hands: { ...freeHands, walks } };
    expect(shape.read(old)).toEqual({
      text: 'title: Old\n',
      decisions: { ...noDecisions, hands: { ...freeHands, walks } },
    });
    expect(shape.readRevision(4)).toEqual({ song: 4, part: 2 });
  });

  test('from when there was one place for all tabs is found, once', async () => {
    const name = `intervallum-draft:song:${place.id}`;
    kept.set(name, JSON.stringify({ draft: { text: 'title: Old\n' }, revision: 4 }));
    kept.set('intervallum-draft:song:broken', '{');
    const { kept: found } = await openDrafts(place, shape, tabs('new'));
    expect(found).toMatchObject({ draft: { text: 'title: Old\n' }, revision: { song: 4 } });
    expect([...kept.keys()]).toEqual(['intervallum-draft:song:broken']);
  });

  test.each([7, { hands: { version: 9 } }, { hands: { version: 1, value: [] } }])(
    'with decisions that are none (%j) keeps what was typed',
    (decisions) => {
      const text = 'title: Typed\n';
      expect(shape.read({ text, decisions })).toEqual({ text, decisions: noDecisions });
    },
  );

  test('that says no revision is asked about, never sent over what stands', () => {
    expect(shape.readRevision('yesterday')).toEqual({ song: 0, part: 0 });
    expect(setShape.readRevision('yesterday')).toBe(0);
  });

  test('a set whose name was just cleared, with a date half typed, is kept as it stood', () => {
    const bridge = { from: 'c', text: 'Vamp:\n  4 | 5\n' };
    const items: SetDraft['items'] = [
      { ...plainSongItem({ id: 'a', songId: 'b' }), notes: 'slow', road: 'Verse', bridge },
      {
        ...{ id: 'c', kind: 'prayer', name: '', minutes: 2.5, who: 'Ines', notes: '', bed: null },
        fixed: true,
      },
    ];
    const draft = plainSet({ name: '', leader: 'Ines', begins: '09:3', items });
    expect(setShape.read(structuredClone(setShape.write(draft)))).toEqual(draft);
    expect(setShape.read({ ...draft, date: 7, key: 'H' })).toEqual(draft);
  });

  test('a set that was kept when sets had nothing but songs is read as it was', () => {
    const items = [{ id: 'a', songId: 'b', key: 'D', notes: 'slow' }];
    const kept = { name: 'Old', date: null, leader: 'Ines', notes: '', items };
    const song = { ...plainSongItem({ id: 'a', songId: 'b', key: 'D' }), notes: 'slow' };
    expect(setShape.read(kept)).toEqual(plainSet({ name: 'Old', leader: 'Ines', items: [song] }));
  });

  test('a set that the server trims is the same set', () => {
    const draft = plainSet({ name: 'Sunday ', leader: ' Ines', notes: 'x\n' });
    expect(sameSet(draft, { ...draft, name: 'Sunday', leader: 'Ines', notes: 'x' })).toBe(true);
    expect(sameSet(draft, { ...draft, name: 'Monday' })).toBe(false);
    expect(sameSet({ ...draft, name: '' }, { ...draft, name: ' ' })).toBe(false);
  });
});

describe('which draft a tab opens a song with', () => {
  test('its own before a later one of a closed tab; the others are counted and stay', async () => {
    await putDraft({ ...stored, tab: 'mine', at: 5, draft: 'own' });
    await putDraft({ ...stored, tab: 'closed', at: 9, draft: 'of a closed tab' });
    const found = await openDrafts(place, plain, tabs('mine'));
    expect([found.kept?.draft, found.others]).toEqual(['own', 1]);
    expect(await allDrafts()).toHaveLength(2);
  });

  test('the latest of the closed tabs, never that of an open one', async () => {
    await putDraft({ ...stored, tab: 'closed', at: 5, draft: 'earlier' });
    await putDraft({ ...stored, tab: 'closed too', at: 7, draft: 'later' });
    await putDraft({ ...stored, tab: 'open', at: 9, draft: 'at work' });
    const found = await openDrafts(place, plain, tabs('mine', ['mine', 'open']));
    expect([found.kept?.draft, found.others]).toEqual(['later', 1]);
    const names = (await allDrafts()).map(({ tab, draft }) => [tab, draft]);
    expect(names).toEqual([
      ['open', 'at work'],
      ['mine', 'later'],
      ['closed', 'earlier'],
    ]);
  });

  test('what cannot be read stays, also where the tab goes on typing', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate'] });
    await putDraft({ ...stored, tab: 'mine', draft: { of: 'a later version' } });
    const found = await openDrafts(place, plain, tabs('mine'));
    expect(found.kept).toBeNull();
    found.keeper.keep({ draft: 'typed', revision: 1, unanswered: [], base: null });
    await jest.advanceTimersByTimeAsync(200);
    found.keeper.forget();
    expect((await allDrafts()).map(({ draft }) => draft)).toEqual([{ of: 'a later version' }]);
  });

  test('what is typed as the page goes away is written at once', async () => {
    const { keeper } = await openDrafts(place, plain, tabs('mine'));
    keeper.keep({ draft: 'the last word', revision: 1, base: null, unanswered: ['the'] });
    page.dispatchEvent(new Event('pagehide'));
    const [draft] = await allDrafts();
    expect(draft).toMatchObject({
      tab: 'mine',
      draft: 'the last word',
      base: null,
      unanswered: ['the'],
    });
  });

  test('one that was chosen stands in; the one before stays', async () => {
    await putDraft({ ...stored, tab: 'mine', at: 9, draft: 'own' });
    await putDraft({ ...stored, tab: 'closed', at: 5, draft: 'chosen' });
    const [, chosen] = await allDrafts();
    await chooseDraft(chosen!, tabs('mine'));
    const found = await openDrafts(place, plain, tabs('mine'));
    expect([found.kept?.draft, found.others]).toEqual(['chosen', 1]);
  });
});

/** One song on a server that may be away or lose its answers; every text it ever had. */
function makeServer() {
  const server = {
    texts: ['first'],
    reachable: true,
    losesAnswers: false,
    send: (draft: string, from: number): Promise<Sent<string>> => {
      if (!server.reachable) return Promise.resolve({ kind: 'unreachable', message: 'gone' });
      if (from !== server.texts.length) {
        const theirs = server.texts.at(-1)!;
        return Promise.resolve({ kind: 'stale', theirs, revision: server.texts.length });
      }
      server.texts.push(draft);
      const revision = server.texts.length;
      if (server.losesAnswers) return Promise.resolve({ kind: 'unreachable', message: 'lost' });
      return Promise.resolve({ kind: 'saved', revision });
    },
  };
  return server;
}

test('however many tabs are opened, closed and typed in, no word is gone', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate'] });
  const happening = fc.tuple(
    fc.oneof(
      { weight: 6, arbitrary: fc.constant('type' as const) },
      { weight: 3, arbitrary: fc.constant('open' as const) },
      { weight: 2, arbitrary: fc.constantFrom('unplug' as const, 'plug' as const) },
      { weight: 3, arbitrary: fc.constantFrom('close', 'wait', 'lose', 'keep mine') },
    ),
    fc.nat(1),
  );
  const story = fc.array(happening, { minLength: 12, maxLength: 40, size: 'max' });
  await fc.assert(
    fc.asyncProperty(story, async (happenings) => {
      await emptyBox();
      const server = makeServer();
      const open = new Map<string, Saver<string> & { life: { isOver: boolean } }>();
      let words = 0;
      const wait = (seconds: number) => jest.advanceTimersByTimeAsync(seconds * 1000);

      async function openTab(name: string) {
        const found = await openDrafts(place, plain, tabs(name, [...open.keys()]));
        const { kept: left, keeper } = found;
        // A tab that was closed sends and keeps nothing any more.
        const life = { isOver: false };
        const isClosed = () => life.isOver;
        const saver = createSaver<string>({
          draft: server.texts.at(-1)!,
          revision: server.texts.length,
          kept: left,
          keeper: {
            keep: (draft) => isClosed() || keeper.keep(draft),
            forget: () => isClosed() || keeper.forget(),
          },
          equal: (one, other) => one === other,
          send: (draft, from) =>
            isClosed() ? new Promise(() => undefined) : server.send(draft, from),
        });
        open.set(name, { ...saver, life });
      }

      for (const [kind, number] of happenings) {
        const name = `tab ${number}`;
        const tab = open.get(name);
        if (kind === 'open' && !tab) await openTab(name);
        if (kind === 'type' && tab) {
          tab.edit(`${tab.store.getState().draft} word${(words += 1)}.`);
          // As long as it takes the draft to be written.
          await wait(0.1);
        }
        if (kind === 'keep mine') tab?.keepMine();
        if (kind === 'close' && tab) {
          tab.life.isOver = true;
          open.delete(name);
        }
        if (kind === 'wait') await wait(3);
        if (kind === 'unplug') server.reachable = false;
        if (kind === 'plug') server.reachable = true;
        if (kind === 'lose') server.losesAnswers = !server.losesAnswers;
      }
      const everywhere = [
        ...server.texts,
        ...(await allDrafts()).map(({ draft }) => String(draft)),
      ].join('\n');
      const gone = Array.from({ length: words }, (_, index) => `word${index + 1}.`).filter(
        (word) => !everywhere.includes(word),
      );
      for (const { life } of open.values()) life.isOver = true;
      expect(gone).toEqual([]);
    }),
    { numRuns: 150 },
  );
});

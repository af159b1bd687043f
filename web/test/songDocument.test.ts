import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areInOrder,
  freeHands,
  insertBar,
  noDecisions,
  putChord,
  remove,
  split,
  withEdits,
  withSchool,
  withWalk,
  type Decisions,
  type TextEdit,
} from '@intervallum/core';
import type { Sent } from '../src/document/saver.ts';
import { openSong, type SongDocument, type SongOptions } from '../src/document/songDocument.ts';
import type { SongDraft, SongRevision } from '../src/document/songDraft.ts';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

const text = 'title: T\n\nVerse:\n  1 | 4 | 5\n\nChorus:\n  6m | 4\n';
const withWalks = (slots: readonly number[]): Decisions => ({
  ...noDecisions,
  hands: { ...freeHands, walks: slots.map((slot) => ({ slot, kind: '8-7' as const })) },
});
const walksOf = ({ store }: SongDocument) =>
  store.getState().decisions.hands.walks.map(({ slot }) => slot);
const textOf = ({ store }: SongDocument) => store.getState().read.text;

/** A server that keeps one song and minds how each save says its text was edited. */
function makeServer(draft: SongDraft) {
  const server = {
    draft,
    revision: { song: 1, part: 1 } as SongRevision,
    fails: 'never' as 'never' | 'before' | 'after',
    /** What each save said, and whether it led from the text that stood to the one that was sent. */
    said: [] as { readonly changes: readonly TextEdit[] | null; readonly isDecided: boolean }[],
    send: async (
      sent: SongDraft,
      from: SongRevision,
      how: { readonly changes: readonly TextEdit[] | null; readonly isDecided: boolean },
    ): Promise<Sent<SongDraft, SongRevision>> => {
      await Promise.resolve();
      if (server.fails === 'before') return { kind: 'unreachable', message: 'gone' };
      if (JSON.stringify(from) !== JSON.stringify(server.revision))
        return { kind: 'stale', theirs: server.draft, revision: server.revision };
      server.said.push(how);
      if (how.changes) {
        expect(areInOrder(how.changes, server.draft.text.length)).toBe(true);
        expect(withEdits(server.draft.text, how.changes)).toBe(sent.text);
      }
      if (!how.isDecided) expect(sent.decisions).toEqual(server.draft.decisions);
      const { song, part } = server.revision;
      server.revision = {
        song: sent.text === server.draft.text ? song : song + 1,
        part: how.isDecided ? part + 1 : part,
      };
      server.draft = sent;
      if (server.fails === 'after') return { kind: 'unreachable', message: 'lost' };
      return { kind: 'saved', revision: server.revision };
    },
  };
  return server;
}

function open(
  draft: SongDraft = { text, decisions: noDecisions },
  more: Partial<SongOptions> = {},
) {
  const server = makeServer(draft);
  const document = openSong({
    draft,
    revision: server.revision,
    kept: null,
    keeper: { keep: () => undefined, forget: () => undefined },
    equal: (one, other) => JSON.stringify(one) === JSON.stringify(other),
    send: server.send,
    ...more,
  });
  return { server, document };
}

const insert = (document: SongDocument, at: string, put: string) =>
  document.edit(({ text: now }) => {
    const from = now.indexOf(at);
    return { ok: true, changes: [{ from, to: from, insert: put }], cursor: null };
  });

describe('an open song', () => {
  test('an edit is one step, and everything that hangs on a slot goes with it', () => {
    const { document } = open({ text, decisions: withWalks([1, 3]) });
    insert(document, 'Verse', 'Intro:\n  2m\n\n');
    expect(walksOf(document)).toEqual([2, 4]);
    document.edit((read) => split(read, { bar: 1, slot: 0 }));
    expect(walksOf(document)).toEqual([3, 5]);
    document.edit((read) => remove(read, { bar: 2, slot: 0 }));
    expect(walksOf(document)).toEqual([4]);
    document.undo();
    expect(walksOf(document)).toEqual([3, 5]);
    document.undo();
    document.undo();
    expect([textOf(document), walksOf(document)]).toEqual([text, [1, 3]]);
    document.redo();
    expect(walksOf(document)).toEqual([2, 4]);
  });

  test('whatever ends its lines, they end as in every other text, and what is saved says so', async () => {
    const strange = text.replace('Verse:\n', 'Verse:\u2028').replace('6m | 4\n', '6m | 4\u2029');
    const { server, document } = open({ text: strange, decisions: noDecisions });
    expect(textOf(document)).toBe(text);
    insert(document, '6m', '1 | ');
    await jest.advanceTimersByTimeAsync(5_000);
    expect(server.draft.text).toBe(text.replace('6m', '1 | 6m'));
  });

  test('what is equal is told apart by where the edit was made', () => {
    const { document } = open({ text: 'title: T\n\nA:\n  _ | _\n', decisions: withWalks([0]) });
    document.edit((read) => insertBar(read, { bar: 0, slot: 0 }, 'before'));
    expect(walksOf(document)).toEqual([1]);
  });

  test('what is decided alone is a step of its own, and none where nothing changed', () => {
    const { document } = open();
    document.decide((now) => ({ ...now, hands: withSchool(now.hands, 'open and low') }));
    document.decide((now) => now);
    document.decide((now) => ({ ...now, hands: withWalk(now.hands, 1, '9-7') }));
    expect(walksOf(document)).toEqual([1]);
    document.undo();
    expect([walksOf(document), document.store.getState().decisions.hands.school]).toEqual([
      [],
      'open and low',
    ]);
    document.undo();
    expect(document.store.getState().decisions).toEqual(noDecisions);
  });

  test('an edit that cannot be made says why and changes nothing', () => {
    const { document } = open();
    const before = document.store.getState();
    expect(document.edit(() => ({ ok: false, why: 'No.' }))).toEqual({ ok: false, why: 'No.' });
    expect(document.store.getState()).toBe(before);
  });

  test('one goes where an edit ends, and what was left as it was stays the same object', () => {
    const { document } = open();
    const before = document.store.getState().read.song;
    document.edit((read) => insertBar(read, { bar: 4, slot: 0 }, 'after'));
    const { read, place } = document.store.getState();
    expect(read.lines.rangeOf({ line: place!.line, column: place!.column, length: 1 }).from).toBe(
      textOf(document).lastIndexOf('_'),
    );
    expect(read.song.sections[0]).toBe(before.sections[0]);
    expect(read.song.key).toBe(before.key);
    expect(read.song.sections[1]).not.toBe(before.sections[1]);
  });
});

describe('saving an open song', () => {
  test('says how the text came from what stood, and the decisions only where there are new ones', async () => {
    const { document, server } = open({ text, decisions: withWalks([1]) });
    insert(document, '5\n', '6m | ');
    await jest.advanceTimersByTimeAsync(900);
    document.decide((now) => ({ ...now, hands: withSchool(now.hands, 'open and low') }));
    await jest.advanceTimersByTimeAsync(900);
    insert(document, '1 |', '2m | ');
    await jest.advanceTimersByTimeAsync(900);
    expect(server.said).toEqual([
      {
        changes: [{ from: text.indexOf('5\n'), to: text.indexOf('5\n'), insert: '6m | ' }],
        isDecided: false,
      },
      { changes: [], isDecided: true },
      {
        changes: [{ from: text.indexOf('1 |'), to: text.indexOf('1 |'), insert: '2m | ' }],
        isDecided: true,
      },
    ]);
    expect(server.revision).toEqual({ song: 3, part: 3 });
    expect(server.draft).toEqual({
      text: textOf(document),
      decisions: document.store.getState().decisions,
    });
  });

  test('whatever is edited, undone and lost on the way, each save leads from what stands to what is sent', async () => {
    const steps = fc.array(
      fc.oneof(
        fc.record({ kind: fc.constant('put' as const), bar: fc.nat(4) }),
        fc.record({
          kind: fc.constantFrom('insert', 'remove', 'undo', 'redo', 'decide', 'wait', 'save'),
        }),
        fc.record({
          kind: fc.constant('fail' as const),
          when: fc.constantFrom('never', 'before', 'after'),
        }),
      ),
      { maxLength: 25 },
    );
    await fc.assert(
      fc.asyncProperty(steps, async (all) => {
        const { document, server } = open({ text, decisions: withWalks([1, 4]) });
        for (const step of all) {
          if (step.kind === 'fail') server.fails = step.when as typeof server.fails;
          else if (step.kind === 'put')
            document.edit((read) =>
              putChord(
                read,
                { bar: step.bar, slot: 0 },
                read.song.sections[0]!.phrases[0]!.bars[0]!.kind === 'played'
                  ? chordOf(read)
                  : chordOf(read),
              ),
            );
          else if (step.kind === 'insert')
            document.edit((read) => insertBar(read, { bar: 1, slot: 0 }, 'before'));
          else if (step.kind === 'remove')
            document.edit((read) => remove(read, { bar: 2, slot: 0 }));
          else if (step.kind === 'undo') document.undo();
          else if (step.kind === 'redo') document.redo();
          else if (step.kind === 'decide')
            document.decide((now) => ({ ...now, hands: withWalk(now.hands, 0, '6-7') }));
          else if (step.kind === 'wait') await jest.advanceTimersByTimeAsync(300);
          else await jest.advanceTimersByTimeAsync(2_000);
        }
        server.fails = 'never';
        await jest.advanceTimersByTimeAsync(40_000);
        expect(document.store.getState().status).toEqual({ kind: 'saved' });
        expect(server.draft).toEqual({
          text: textOf(document),
          decisions: document.store.getState().decisions,
        });
      }),
      { numRuns: 120 },
    );
  });

  test('somebody else’s version can be taken; undo brings back one’s own, decisions and all', async () => {
    const { document, server } = open({ text, decisions: withWalks([3]) });
    server.draft = { text: text.replace('1 | 4', '1 | 2m | 4'), decisions: withWalks([4]) };
    server.revision = { song: 2, part: 2 };
    insert(document, '5\n', '6m | ');
    const mine = textOf(document);
    await jest.advanceTimersByTimeAsync(900);
    expect(document.store.getState().status.kind).toBe('conflict');
    document.takeTheirs();
    expect([textOf(document), walksOf(document)]).toEqual([server.draft.text, [4]]);
    document.undo();
    expect([textOf(document), walksOf(document)]).toEqual([mine, [4]]);
    await jest.advanceTimersByTimeAsync(900);
    expect([server.draft.text, server.revision.song]).toEqual([mine, 3]);
  });

  test('what somebody else saved elsewhere in the song is joined: what hangs on slots goes with them, undo takes back one’s own', async () => {
    const { document, server } = open({ text, decisions: withWalks([3]) });
    // The other wrote a bar in the verse, before the slot that hangs; here the chorus is written on.
    server.draft = { text: text.replace('1 | 4', '1 | 2m | 4'), decisions: withWalks([4]) };
    server.revision = { song: 2, part: 2 };
    insert(document, '4\n', '5 | ');
    await jest.advanceTimersByTimeAsync(900);
    const both = text.replace('1 | 4', '1 | 2m | 4').replace('6m | 4', '6m | 5 | 4');
    await jest.advanceTimersByTimeAsync(900);
    expect(document.store.getState().status.kind).toBe('saved');
    expect([textOf(document), walksOf(document)]).toEqual([both, [4]]);
    expect(server.draft).toEqual({ text: both, decisions: withWalks([4]) });
    document.undo();
    expect(textOf(document)).toBe(server.draft.text.replace('6m | 5 | 4', '6m | 4'));
    await jest.advanceTimersByTimeAsync(900);
    // Both decided otherwise: that is asked.
    server.draft = { ...server.draft, decisions: withWalks([0]) };
    server.revision = { song: 9, part: 9 };
    document.decide(() => withWalks([1]));
    await jest.advanceTimersByTimeAsync(900);
    expect(document.store.getState().status.kind).toBe('conflict');
  });

  test('what an earlier visit could not save stands there, and is sent', async () => {
    const kept = { text: text.replace('5', '57'), decisions: withWalks([0]) };
    const { document, server } = open(undefined, {
      kept: { draft: kept, revision: { song: 1, part: 1 }, unanswered: [], base: null },
    });
    expect([textOf(document), walksOf(document)]).toEqual([kept.text, [0]]);
    await jest.advanceTimersByTimeAsync(900);
    expect(server.draft).toEqual(kept);
    document.undo();
    expect(textOf(document)).toBe(kept.text);
  });

  test('of a text whose line ends an editor does not keep, no edits are said', async () => {
    const { document, server } = open({
      text: text.replaceAll('\n', '\r\n'),
      decisions: noDecisions,
    });
    insert(document, '5\n', '6m | ');
    await jest.advanceTimersByTimeAsync(900);
    expect(server.said[0]!.changes).toBeNull();
    insert(document, '6m', '2m | ');
    await jest.advanceTimersByTimeAsync(900);
    expect(server.said[1]!.changes).toHaveLength(1);
  });
});

function chordOf(read: Parameters<Parameters<SongDocument['edit']>[0]>[0]) {
  for (const { phrases } of read.song.sections)
    for (const { bars } of phrases)
      for (const bar of bars)
        for (const slot of bar.kind === 'played' ? bar.slots : [])
          if (slot.kind === 'chord') return slot.chord;
  throw new Error('There is a chord in every chart here.');
}

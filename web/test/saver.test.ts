import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { joinTexts, withEdits } from '@intervallum/core';
import { createSaver, type KeptDraft, type Sent } from '../src/document/saver.ts';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

/** A server with one document, which can be unplugged, lose its answers or be written to by someone else. */
function makeServer(text = 'first') {
  const server = {
    text,
    revision: 1,
    reachable: true,
    losesAnswers: false,
    requests: 0,
    send: async (draft: string, from: number): Promise<Sent<string>> => {
      server.requests += 1;
      if (!server.reachable) return { kind: 'unreachable', message: 'gone' };
      if (from !== server.revision) {
        return { kind: 'stale', theirs: server.text, revision: server.revision };
      }
      server.write(draft);
      return server.losesAnswers
        ? { kind: 'unreachable', message: 'lost' }
        : { kind: 'saved', revision: server.revision };
    },
    write: (written: string) => {
      server.text = written;
      server.revision += 1;
    },
  };
  return server;
}

/** A page on that server, with a storage of its own. */
function openPage(
  server: ReturnType<typeof makeServer>,
  storage: { kept: KeptDraft<string> | null } = { kept: null },
  join?: (sides: Record<'base' | 'mine' | 'theirs', string>) => string | null,
) {
  const saver = createSaver<string>({
    ...(join ? { join } : {}),
    draft: server.text,
    revision: server.revision,
    send: server.send,
    equal: (one, other) => one === other,
    keeper: {
      keep: (draft) => {
        storage.kept = draft;
      },
      forget: () => {
        storage.kept = null;
      },
    },
    kept: storage.kept,
  });
  return { ...saver, storage, status: () => saver.store.getState().status.kind };
}

const wait = (seconds: number) => jest.advanceTimersByTimeAsync(seconds * 1000);

describe('saving by itself', () => {
  test('one request after a pause, however much was typed', async () => {
    const server = makeServer();
    const page = openPage(server);
    for (const text of ['a', 'ab', 'abc']) page.edit(text);
    expect(page.status()).toBe('waiting');
    await wait(1);
    expect([server.text, server.requests, page.status(), page.storage.kept]).toEqual([
      'abc',
      1,
      'saved',
      null,
    ]);
  });

  test('what is typed while a request is under way is saved after it', async () => {
    const server = makeServer();
    const page = openPage(server);
    page.edit('one');
    const flushed = page.flush();
    page.edit('two');
    await flushed;
    expect([server.text, page.status()]).toEqual(['one', 'waiting']);
    await wait(1);
    expect([server.text, server.revision, page.status()]).toEqual(['two', 3, 'saved']);
  });

  test('an unreachable server is tried again, more slowly each time, and the draft is kept', async () => {
    const server = makeServer();
    server.reachable = false;
    const page = openPage(server);
    page.edit('patient');
    await wait(20);
    expect(page.status()).toBe('unreachable');
    expect(server.requests).toBe(4);
    expect(page.storage.kept).toMatchObject({ draft: 'patient', revision: 1 });
    server.reachable = true;
    await wait(20);
    expect([server.text, page.status(), page.storage.kept]).toEqual(['patient', 'saved', null]);
  });

  test('a save whose answer was lost is not taken for someone else’s', async () => {
    const server = makeServer();
    server.losesAnswers = true;
    const page = openPage(server);
    page.edit('once');
    await wait(1);
    server.losesAnswers = false;
    await wait(3);
    expect([server.text, server.revision, page.status()]).toEqual(['once', 2, 'saved']);
  });
});

describe('someone else saved first', () => {
  test('nothing is sent until one version is chosen', async () => {
    const server = makeServer();
    const page = openPage(server);
    server.write('theirs');
    page.edit('mine');
    await wait(1);
    page.edit('mine, longer');
    await wait(60);
    expect([server.text, page.status()]).toEqual(['theirs', 'conflict']);
    page.keepMine();
    await wait(1);
    expect([server.text, page.status()]).toEqual(['mine, longer', 'saved']);
  });

  test('theirs can be taken', async () => {
    const server = makeServer();
    const page = openPage(server);
    server.write('theirs');
    page.edit('mine');
    await wait(1);
    page.takeTheirs();
    expect([page.store.getState().draft, page.status(), page.storage.kept]).toEqual([
      'theirs',
      'saved',
      null,
    ]);
  });
});

describe('another screen of this browser saved', () => {
  test('a screen with nothing unsaved goes along and can go on from there', async () => {
    const server = makeServer();
    const page = openPage(server);
    server.write('from the other tab');
    expect(page.follow(server.text, server.revision)).toBe(true);
    page.edit('and more');
    await wait(1);
    expect([server.text, page.status()]).toEqual(['and more', 'saved']);
  });

  test('what stands here already is no news', () => {
    const page = openPage(makeServer());
    const { draft, revision } = page.store.getState();
    expect(page.follow('another text of the same revision', revision)).toBe(false);
    expect(page.store.getState().draft).toBe(draft);
  });

  test('what is not saved here stays and is asked about', async () => {
    const server = makeServer();
    const page = openPage(server);
    page.edit('mine');
    server.write('from the other tab');
    expect(page.follow(server.text, server.revision)).toBe(false);
    await wait(1);
    expect([page.store.getState().draft, page.status()]).toEqual(['mine', 'conflict']);
    expect(page.storage.kept?.draft).toBe('mine');
  });
});

test('a page that went away before the answer came is not in its own way when it is back', async () => {
  const server = makeServer();
  server.losesAnswers = true;
  const page = openPage(server);
  page.edit('sent');
  void page.flush();
  page.edit('sent, and typed on');
  // The browser is closed here; the server has what was sent.
  const storage = { kept: structuredClone(page.storage.kept) };
  await wait(0.1);
  expect(server.text).toBe('sent');
  server.losesAnswers = false;
  const back = openPage(server, storage);
  expect(back.status()).toBe('waiting');
  await back.flush();
  expect([server.text, back.status(), storage.kept]).toEqual(['sent, and typed on', 'saved', null]);
});

describe('a draft kept from an earlier visit', () => {
  test('is saved if nobody saved since', async () => {
    const server = makeServer();
    const page = openPage(server, {
      kept: { draft: 'kept', revision: 1, unanswered: [], base: null },
    });
    await wait(1);
    expect([server.text, page.status()]).toEqual(['kept', 'saved']);
  });

  test('is offered beside the newer version if somebody did', () => {
    const server = makeServer();
    server.write('newer');
    const page = openPage(server, {
      kept: { draft: 'kept', revision: 1, unanswered: [], base: null },
    });
    expect([page.store.getState().draft, page.status()]).toEqual(['kept', 'conflict']);
  });
});

test('whatever happens in whatever order, no text that was typed is lost and no unseen one overwritten', async () => {
  const happening = fc.oneof(
    fc.record({
      kind: fc.constant('edit' as const),
      text: fc.string({ minLength: 1, maxLength: 4 }),
    }),
    fc.record({ kind: fc.constantFrom('wait', 'unplug', 'plug', 'lose', 'other', 'flush') }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(happening, { maxLength: 20 }), async (happenings) => {
      const server = makeServer();
      const page = openPage(server);
      let unseen: string | null = null;
      for (const event of happenings) {
        if (event.kind === 'edit' && 'text' in event) page.edit(event.text);
        if (event.kind === 'wait') await wait(1);
        if (event.kind === 'unplug') server.reachable = false;
        if (event.kind === 'plug') server.reachable = true;
        if (event.kind === 'lose') server.losesAnswers = !server.losesAnswers;
        if (event.kind === 'flush') await page.flush();
        if (event.kind === 'other') {
          unseen = `other ${server.revision}`;
          server.write(unseen);
        }
      }
      server.reachable = true;
      server.losesAnswers = false;
      const { draft } = page.store.getState();
      await wait(60);
      const end = page.store.getState();
      expect(end.draft).toBe(draft);
      if (end.status.kind === 'conflict') {
        expect(server.text).toMatch(/^other/);
        expect(page.storage.kept?.draft).toBe(draft);
      } else {
        expect(end.status.kind).toBe('saved');
        // Saved without a choice: then nobody else's text was in the way, or this page never changed anything.
        if (unseen !== null) expect([draft, unseen]).toContain(server.text);
        else if (draft !== 'first') expect(server.text).toBe(draft);
      }
      await page.flush();
    }),
    { numRuns: 300 },
  );
});

describe('someone else saved first, elsewhere in the text', () => {
  const join = ({ base, mine, theirs }: Record<'base' | 'mine' | 'theirs', string>) => {
    const edits = joinTexts(base, mine, theirs);
    return edits && withEdits(mine, edits);
  };
  const open = (
    server: ReturnType<typeof makeServer>,
    storage?: { kept: KeptDraft<string> | null },
  ) => openPage(server, storage, join);

  test('both are joined and saved, and nobody is asked', async () => {
    const server = makeServer('a\nb\nc\n');
    const page = open(server);
    server.write('a\nb\nC\n');
    page.edit('A\nb\nc\n');
    await wait(2);
    expect([server.text, page.status(), page.store.getState().draft]).toEqual([
      'A\nb\nC\n',
      'saved',
      'A\nb\nC\n',
    ]);
    // The same line is asked about, as ever.
    server.write('A\nb\nC theirs\n');
    page.edit('A\nb\nC mine\n');
    await wait(2);
    expect(page.status()).toBe('conflict');
  });

  test('what was written without a network too, when the page is opened again', async () => {
    const server = makeServer('a\nb\nc\n');
    const storage: { kept: KeptDraft<string> | null } = { kept: null };
    const page = open(server, storage);
    server.reachable = false;
    page.edit('a offline\nb\nc\n');
    await wait(2);
    server.write('a\nb\nc theirs\n');
    server.reachable = true;
    const again = open(server, storage);
    expect(again.store.getState().draft).toBe('a offline\nb\nc theirs\n');
    await wait(2);
    expect([server.text, again.status(), storage.kept]).toEqual([
      'a offline\nb\nc theirs\n',
      'saved',
      null,
    ]);
    // A draft of before, which does not know what it came from, is asked about.
    storage.kept = { draft: 'x\n', revision: 1, unanswered: [], base: null };
    expect(open(server, storage).status()).toBe('conflict');
  });

  test('many who write each in their own line lose nothing, whatever the network does', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            who: fc.nat({ max: 3 }),
            pause: fc.constantFrom(0, 0.3, 1, 3),
            network: fc.constantFrom('goes', 'goes', 'gone', 'loses answers'),
          }),
          { minLength: 1, maxLength: 25 },
        ),
        async (steps) => {
          const server = makeServer('0\n1\n2\n3\n');
          const pages = [0, 1, 2, 3].map(() => open(server));
          const written = [0, 0, 0, 0];
          for (const { who, pause, network } of steps) {
            server.reachable = network !== 'gone';
            server.losesAnswers = network === 'loses answers';
            const page = pages[who]!;
            written[who]! += 1;
            const lines = page.store.getState().draft.split('\n');
            lines[who] = `${who} ${written[who]}`;
            page.edit(lines.join('\n'));
            await wait(pause);
          }
          server.reachable = true;
          server.losesAnswers = false;
          await wait(120);
          const all = written.map((count, who) => (count === 0 ? `${who}` : `${who} ${count}`));
          expect(server.text).toBe(`${all.join('\n')}\n`);
          expect(pages.map((page) => page.status())).toEqual(Array(4).fill('saved'));
        },
      ),
      { numRuns: 60 },
    );
  });
});

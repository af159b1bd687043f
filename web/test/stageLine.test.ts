import './storage.ts';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Show, StageNow } from '@intervallum/contract';
import { stageOf } from '../src/queries/stage.ts';

const setId = '0199b2f0-0000-7000-8000-000000000001';
const screens = [2, 3].map((at) => `0199b2f0-0000-7000-8000-00000000000${at}`);
const ledBy = (screen: string): Show => ({
  ...{ id: '0199b2f0-0000-7000-8000-000000000009', setId, beganAt: '2026-11-29T09:30:00Z' },
  baton: { screen, name: 'Odile Farrow' },
});
const now = (show: Show): StageNow => ({ show, cues: [], now: Date.now() });

/** A line that says nothing by itself: what is told comes from another tab. */
class SilentLine {
  readonly readyState = 0;
  close(): void {}
}

/** What the server is asked, each with a way to answer it at last. */
const asked: { readonly path: string; readonly answer: (body: unknown) => void }[] = [];
const real = {
  fetch: globalThis.fetch,
  EventSource: globalThis.EventSource,
  document: globalThis.document,
  window: globalThis.window,
};
beforeAll(() => {
  globalThis.fetch = (input) =>
    new Promise((resolve) => {
      const answer = (body: unknown) => resolve(new Response(JSON.stringify(body)));
      asked.push({ path: String(input as string), answer });
    });
  const page = new EventTarget();
  Object.assign(globalThis, { EventSource: SilentLine, document: page, window: page });
});
afterAll(() => {
  Object.assign(globalThis, real);
});

const moment = () => new Promise((resolve) => setTimeout(resolve, 20));
const askedNow = async () => {
  await moment();
  return asked.shift()!;
};

test('who was told to lead stays the leader, whatever was asked for before and is answered later', async () => {
  const stage = stageOf({ kind: 'set', id: setId }, () => undefined);
  const leave = stage.follow();
  const others = new BroadcastChannel(`intervallum-stage:/sets/${setId}/stage`);
  const told = async (show: Show) => {
    others.postMessage({ said: 'event', event: { kind: 'show', show } });
    await moment();
  };
  const [one, other] = [ledBy(screens[0]!), ledBy(screens[1]!)];
  try {
    // Asked while one led; before that is answered, the other one took the baton.
    const looked = await askedNow();
    await told(other);
    looked.answer(now(one));
    await moment();
    expect(stage.store.getState()).toMatchObject({ line: 'here', show: other });

    // Taken here, and by another one before the answer is there.
    const taken = stage.takeBaton();
    const wish = await askedNow();
    expect(wish.path).toBe(`/api/sets/${setId}/stage/baton`);
    await told(one);
    await told(other);
    wish.answer(one);
    expect(await taken).toBeNull();
    expect(stage.store.getState().show).toEqual(other);

    // Where nothing is told meanwhile, the answer says it.
    const given = stage.giveBaton();
    (await askedNow()).answer(one);
    expect(await given).toBeNull();
    expect(stage.store.getState().show).toEqual(one);
  } finally {
    leave();
    others.close();
  }
});

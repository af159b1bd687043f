import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  joinedRuns,
  parseChord,
  parseKey,
  printRun,
  runChord,
  runs,
  usualReach,
  type Run,
} from '@intervallum/core';
import {
  draftOf,
  emptyRunDraft,
  placeOfKey,
  runOfDraft,
  type RunDraft,
  type Under,
} from '../src/lenses/fills/state/runDraft.ts';
import { placesSearcher } from '../src/workers/placesSearcher.ts';

const under = (name: string): Under => {
  const [chord, key] = [parseChord(name), parseKey('C')];
  if (!chord.ok || !key.ok) throw new Error(name);
  return { chord: chord.value, key: key.value, reach: usualReach, tempo: 72 };
};

const drafted = (draft: Partial<RunDraft>, over = '1') =>
  runOfDraft({ ...emptyRunDraft, name: 'Mine', ...draft }, under(over));

/** What is written of a run, or why it is none. */
const told = (draft: Partial<RunDraft>, over?: string) => {
  const made = drafted(draft, over);
  if (!made.ok) return made.why;
  const { right, left, into } = printRun(made.run);
  return { ...(right ? { right } : {}), ...(left ? { left } : {}), ...(into ? { into } : {}) };
};

const library = (name: string): Run => runs.find((run) => run.name === name)!;
const written = { source: 'written', right: '1 2 3 4', left: '1, . . .' } as const;

describe('a run that is being made', () => {
  test('is what was played, given, chosen or written', () => {
    const keys = [67, 69, 72].map((note, at) => ({ note, from: at / 4, to: at / 4 + 0.2 }));
    expect(told({ source: 'played', keys })).toEqual({ right: "5 6 1'" });
    expect(told({ source: 'played', keys }, '6m')).toEqual({ right: "b7 1' b3'" });
    const steps = [
      { notes: [64, 67], steps: 1 },
      { notes: [72], steps: 2 },
    ];
    expect(told({ source: 'steps', steps })).toEqual({ right: "3+5 1' ." });
    expect(told({ source: 'made' })).toEqual({ right: "1 2 3 5 6 1'" });
    expect(told(written)).toEqual({ right: '1 2 3 4', left: '1, . . .' });
  });

  test('has behind it, of it and on its keys what is wished; what cannot be is said, and can be taken back', () => {
    // In steps as long as can be.
    expect(told({ ...written, hand: 'left' })).toEqual({ left: '1, .' });
    expect(told({ ...written, left: '', hand: 'left' })).toBe('The left hand plays nothing in it.');
    expect(told({ ...written, leadsOn: true })).toEqual({
      right: '1 2 3',
      left: '1, . .',
      into: '4',
    });
    expect(told({ ...written, right: '5', left: '', leadsOn: true })).toMatch(
      /needs another before/,
    );
    const nod = library('Nod');
    expect(told({ ...written, left: '', behind: [nod] })).toEqual({
      right: printRun(joinedRuns(runOf(written), nod)!).right,
    });
    expect(told({ ...written, behind: [library('Minor nod')] })).toMatch(/no chord serves both/);
    const long = drafted({ ...written, behind: Array<Run>(12).fill(nod) });
    expect(long).toMatchObject({ ok: false, why: expect.stringMatching(/four bars/) });
    // What it is without that stays at hand.
    expect(long).toHaveProperty('base.name');
    const plain = runOf(written);
    const fingers = new Map([[placeOfKey(plain.events.find(({ degree }) => degree === 3)!), 5]]);
    expect(told({ ...written, left: '', fingers: fingers as RunDraft['fingers'] })).toEqual({
      right: '1 2 3@5 4',
    });
    expect(drafted({ ...written, kinds: ['major', 'dominant'] })).toMatchObject({
      run: { kinds: ['major', 'dominant'] },
    });
    expect(told({ ...written, right: '1 9' })).toMatch(/9/);
  });

  /** Without the left hand. */
  function runOf(draft: Partial<RunDraft>): Run {
    const made = drafted({ ...draft, left: '' });
    if (!made.ok) throw new Error(made.why);
    return made.run;
  }

  test('can be any run of the library, written on from where it stands', () => {
    const own = runs.filter(({ from }) => from === 'chord');
    expect(own.length).toBeGreaterThan(50);
    const chords = ['1', '57', '57alt', '5sus', '4/5', '2m7', '4m6', '7m7b5', '#4dim7', '1aug'];
    fc.assert(
      fc.property(fc.constantFrom(...own), (run) => {
        const name = chords.find((one) => {
          const read = parseChord(one);
          return read.ok && run.kinds.includes(runChord(read.value)?.kind as never);
        });
        if (!name) return;
        const again = runOfDraft(
          draftOf({ ...emptyRunDraft, name: run.name, replaces: run }, run),
          under(name),
        );
        if (!again.ok) throw new Error(`${run.name}: ${again.why}`);
        const notes = ({ step, right, left, into }: ReturnType<typeof printRun>) => ({
          step,
          right,
          left,
          into,
        });
        expect(notes(printRun(again.run))).toEqual(notes(printRun(run)));
        expect(again.run.kinds).toEqual(run.kinds);
      }),
      { numRuns: 200 },
    );
  });
});

test('a run is looked for in charts: how often it fits, the first places, in a key of their own', () => {
  const made = drafted({ ...written, right: '1 2 3 5' });
  if (!made.ok) throw new Error(made.why);
  const run = printRun(made.run);
  const text = 'title: A\nkey: G\ntempo: 60\n\nVerse x2:\n  1 | 6m | 4 | 1\n';
  const songs = [
    { id: '1', title: 'A', key: null, text },
    { id: '2', title: 'B', key: 'Eb', text },
    { id: '3', title: 'Minor', key: null, text: 'key: C\n\nVerse:\n  6m | 2m\n' },
    { id: '4', title: 'None', key: null, text: '' },
  ];
  const [first, ...others] = placesSearcher.places(run, songs);
  const at = (slot: number, step: number) => ({
    section: 'Verse',
    pass: 1,
    times: 2,
    bar: (slot % 4) + 1,
    at: slot,
    as: { step, alter: 0 },
  });
  expect(first).toEqual({ id: '1', title: 'A', count: 6, first: [at(0, 1), at(2, 4), at(3, 1)] });
  expect(others.map(({ id, count }) => [id, count])).toEqual([['2', 6]]);
  expect(placesSearcher.places({ ...run, right: '9' }, songs)).toEqual([]);
});

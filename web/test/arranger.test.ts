import { describe, expect, test } from '@jest/globals';
import {
  leftAsItIs,
  noDecisions,
  parseChart,
  styleOf,
  withEdits,
  type ArrangeWishes,
} from '@intervallum/core';
import { weighedStyle } from '../src/settings/arranging.ts';
import { createArranger } from '../src/workers/arranger.ts';

const text = `title: Reed
key: C
meter: 4/4
tempo: 90
road: Verse, Chorus, Verse, Chorus, Chorus

Verse:
  1 | 5 | 6m | 4
  > Low | in the | reeds | light

Chorus:
  4 | 1 | 5 | 6m
  > Come | to the | wa- | ter
`;
const wishes: Omit<ArrangeWishes, 'onProgress'> = {
  style: styleOf('many colours'),
  level: 'strong',
  busy: 'generous',
};

function arranged(more: Partial<typeof wishes> = {}) {
  const arranger = createArranger();
  const told: number[] = [];
  const answer = arranger.arrange(text, noDecisions, { ...wishes, ...more }, (done) =>
    told.push(done),
  );
  if (!answer.ok) throw new Error(answer.why);
  return { arranger, told, ...answer.arrangement };
}

describe('an arranger behind a thread', () => {
  test('tells how far it is, and gives away nothing that cannot travel', () => {
    const { told, choices } = arranged();
    expect(told.length).toBeGreaterThan(3);
    expect(told).toEqual(told.toSorted((one, other) => one - other));
    expect(told.at(-1)).toBe(1);
    expect(structuredClone(choices)).toEqual(choices);
  });
  test('writes what is named, and no more', () => {
    const { arranger, choices } = arranged();
    const intro = choices.find(({ kind }) => kind === 'intro')!;
    const { edit, refused } = arranger.take('strong', [intro.id, 'nothing of the kind']);
    if (!edit.ok) throw new Error(edit.why);
    expect(refused).toEqual([]);
    const after = withEdits(text, edit.changes);
    expect(after).toMatch(/^Intro:$/m);
    expect(parseChart(after).song.sections).toHaveLength(3);
    expect(after.replace(/Intro:\n.*\n\n/, '').replace('Intro, ', '')).toBe(text);
  });
  test('finds the same for other players, and writes what is for each', () => {
    const { arranger, choices } = arranged();
    const beginner = arranger.arrangeFor('beginner');
    if (!beginner.ok) throw new Error(beginner.why);
    // As asked for by itself: the same song and wishes give the same arrangement.
    expect(beginner.arrangement.choices).toEqual(arranged({ level: 'beginner' }).choices);
    const shapes = (of: typeof choices) =>
      new Map(of.flatMap(({ id, value, kind }) => (kind === 'left shape' ? [[id, value]] : [])));
    const [one, other] = [shapes(choices), shapes(beginner.arrangement.choices)];
    const id = [...one.keys()].find(
      (shape) => other.has(shape) && other.get(shape) !== one.get(shape),
    )!;
    const leftOf = (level: 'strong' | 'beginner') => {
      const { edit } = arranger.take(level, [id]);
      return edit.ok ? edit.decisions?.hands.sections.map(({ left }) => left?.shape) : null;
    };
    expect(leftOf('beginner')).toEqual(['1']);
    expect(leftOf('strong')).not.toEqual(['1']);
    // What was found for nobody is not written.
    expect(arranger.take('average', [id])).toMatchObject({ edit: { ok: true, changes: [] } });
  });
  test('has nothing to write before it was asked', () => {
    expect(() => createArranger().take('strong', [])).toThrow('Nothing is arranged yet.');
  });
  test('keeps a left hand for another level, and leaves out what was left', () => {
    const { choices } = arranged();
    const shape = choices.find(({ id }) => id === 'left shape 1')!;
    const { choices: again } = arranged({
      level: 'average',
      locks: { [shape.id]: shape.value, ending: leftAsItIs },
    });
    expect(again.find(({ id }) => id === shape.id)?.value).toBe(shape.value);
    expect(again.some(({ id }) => id === 'ending')).toBe(false);
  });
  test('harmonises a tune, or says why not', () => {
    const { arranger } = arranged();
    const hymn = 'key: C\nmeter: 4/4\n\nStanza:\n  _ | _\n  tune: 1 2 3 2 | 1 . . _\n';
    const asked = { school: 'plain', rate: 'each beat' } as const;
    const { key } = parseChart(hymn).song;
    expect(arranger.harmonize(hymn, key, 0, asked)).toMatchObject({ ok: true });
    expect(arranger.harmonize(text, key, 0, asked)).toMatchObject({ ok: false });
  });
});

test('weights of a style are changed one by one; without moves there are none', () => {
  const style = weighedStyle('rolling', { rolling: { moves: 0, full: 0.5 } });
  expect(style).toMatchObject({ full: 0.5, thin: styleOf('rolling').thin });
  expect(arranged({ style }).choices.filter(({ kind }) => kind === 'move')).toEqual([]);
  expect(weighedStyle('driving', { rolling: { moves: 0 } })).toEqual(styleOf('driving'));
});

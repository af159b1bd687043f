import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { storeDecisions } from '@intervallum/contract';
import { freeHands, noDecisions } from '@intervallum/core';
import { openChartReader, type ChartReader } from '../src/jobs/charts.ts';
import { titleKeyOf } from '../src/jobs/readings.ts';

let charts: ChartReader;
beforeAll(() => {
  charts = openChartReader();
});
afterAll(() => charts.close());

const text = (title: string) =>
  `title: ${title}\nkey: Eb\n\nVerse:\n  1 | 4\n  > rooks in the el- | der, well-known\n`;

describe('the thread that reads charts', () => {
  test('answers each question with its own answer, however many are asked at once', async () => {
    const titles = Array.from({ length: 40 }, (_, index) => `Song ${index}`);
    const read = await Promise.all(titles.map((title) => charts.read(text(title))));
    expect(read.map(({ title }) => title)).toEqual(titles);
    expect(read[0]!.summary).toMatchObject({ key: 'Eb', problems: 0, opening: [{}, {}] });
  });

  test('gives words as they are sung, with and without the hyphens that are spelled', async () => {
    const { sung } = await charts.read(text('T'));
    expect(sung.split('\n')).toEqual([
      'rooks in the elder, well-known',
      'rooks in the elder, wellknown',
    ]);
  });

  test('carries only what moves, by the edits if they are true', async () => {
    const walks = [{ slot: 1, kind: '8-7' as const }];
    const part = storeDecisions({ ...noDecisions, hands: { ...freeHands, walks } });
    const before = text('T');
    const after = before.replace('1 |', '1 | 5 |');
    const at = before.indexOf(' | 4');
    const moved = storeDecisions({
      ...noDecisions,
      hands: { ...freeHands, walks: [{ slot: 2, kind: '8-7' }] },
    });
    for (const changes of [
      null,
      [{ from: at, to: at, insert: ' | 5' }],
      [{ from: 0, to: 1, insert: '' }],
    ])
      expect(
        await charts.carry({ before, after, changes, parts: [part, storeDecisions(noDecisions)] }),
      ).toEqual([moved, null]);
    expect(await charts.carry({ before, after: before, changes: [], parts: [part] })).toEqual([
      null,
    ]);
  });

  test('that dies is replaced, and works on', async () => {
    await charts.close();
    expect((await charts.read(text('Again'))).title).toBe('Again');
  });
});

test.each([
  ['Bell 103', 'bell 0000000103'],
  ['Étude', 'etude'],
  ['7 Wells', '0000000007 wells'],
])('“%s” is sorted as “%s”', (title, key) => {
  expect(titleKeyOf(title)).toBe(key);
});

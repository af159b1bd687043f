import { CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { describe, expect, test } from '@jest/globals';
import { noDecisions, parseChart, parseKey, toLetters, type Key } from '@intervallum/core';
import fc from 'fast-check';
import { chartState } from '../src/document/chartState.ts';
import { completeChart } from '../src/lenses/chart/completion.ts';

function key(name: string): Key {
  const read = parseKey(name);
  if (!read.ok) throw new Error(name);
  return read.value;
}

/** What is offered where `|>` stands in a text. */
function offered(
  text: string,
  viewKey = 'C',
): { found: CompletionResult | null; text: string; at: number } {
  const at = text.indexOf('|>');
  const typed = text.replace('|>', '');
  const state = chartState(typed, noDecisions);
  return {
    found: completeChart(() => key(viewKey))(new CompletionContext(state, at, true)),
    text: typed,
    at,
  };
}
const labels = (text: string) => offered(text).found?.options.map(({ label }) => label) ?? null;

const head = 'title: T\nkey: Eb\n\nVerse:\n';

describe('what is offered at the cursor', () => {
  test.each([
    ['|>', 'title: ', '1'],
    ['ke|>', 'key: ', 'tune: '],
    [`${head}|>`, '4maj7', 'title: '],
    [`${head}Ch|>`, 'Chorus:', 'title: '],
    [`${head}  1\n  tu|>`, 'tune: ', 'key: '],
    [`${head}  1 | 5s|>`, '5sus4', 'Chorus:'],
    [`${head}  right: |>`, 'block', '4maj7'],
    [`${head}  1\n  pl|>`, 'play both: ', 'key: '],
    [`line riff: 5 6\n${head}  1 | 4\n  play right: | ri|>`, 'riff', '4maj7'],
  ])('%j: %j and no %j', (text, there, not) => {
    expect(labels(text)).toContain(there);
    expect(labels(text)).not.toContain(not);
  });

  test.each([
    `${head}  1\n  > wor|>`,
    `${head}  * sof|>`,
    `${head}  1\n  tune: 1|>`,
    `${head}  1\n  play right: 5|>`,
    'title: Th|>',
  ])('%j: nothing, for it is words', (text) => expect(offered(text).found).toBeNull());

  test('a hand is offered its own patterns', () => {
    expect(labels(`${head}  left: |>`)).not.toEqual(labels(`${head}  right: |>`));
  });

  test('a chord says what it is in the key that is looked at', () => {
    const five = (viewKey: string) =>
      offered(`${head}  1 | |>`, viewKey).found?.options.find(({ label }) => label === '57')
        ?.detail;
    expect([five('C'), five('Eb'), five('F#')]).toEqual(['G7', 'B♭7', 'C♯7']);
  });
});

describe('whatever is taken', () => {
  const places = [
    '|>',
    'title: T\n|>',
    `${head}  |>`,
    `${head}  1 | |>`,
    `${head}  1 | 5s|> | 1`,
    `${head}  1 . . <4|>`,
    `${head}  1\n  left: |>`,
    `${head}  1\n  right: arp|>`,
  ] as const;

  test('is read: a chord is the chord that was offered, and no line is wrong that was right', () => {
    for (const place of places) {
      const { found, text, at } = offered(place);
      for (const { label, type, detail } of found!.options) {
        if (type === 'field' || type === 'section') continue;
        const taken = parseChart(text.slice(0, found!.from) + label + text.slice(at));
        expect([
          place,
          label,
          taken.ok ? [] : taken.problems.map(({ message }) => message),
        ]).toEqual([place, label, []]);
        if (type !== 'chord') continue;
        const slots = taken.song.sections.flatMap(({ phrases }) =>
          phrases.flatMap(({ bars }) =>
            bars.flatMap((bar) => (bar.kind === 'played' ? bar.slots : [])),
          ),
        );
        const letters = slots.map((slot) =>
          slot.kind === 'chord' ? toLetters(slot.chord, key('C'), { signs: 'printed' }) : '',
        );
        expect(letters).toContain(detail);
      }
    }
  });

  test('replaces what was typed of it and nothing else, wherever the cursor is', () => {
    const whole = `${head}  1 | <57sus4 . {2/4} 4 | (1)\n  > one | two\n  left: block\nChorus:\n  1`;
    fc.assert(
      fc.property(fc.nat({ max: whole.length }), (at) => {
        const { found } = offered(`${whole.slice(0, at)}|>${whole.slice(at)}`);
        if (!found) return;
        expect(found.from).toBeLessThanOrEqual(at);
        expect(whole.slice(found.from, at)).not.toMatch(/[\n|{<(]/);
      }),
    );
  });
});

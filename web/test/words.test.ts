import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import ts from 'typescript';
import { english } from '../src/words/english.ts';
import { portuguese } from '../src/words/portuguese.ts';
import { ordinal, t } from '../src/words/words.ts';

const source = join(import.meta.dirname, '../src');

/** What the interface says: the phrases in its code, and the words in its markup that are none. */
interface Said {
  readonly phrases: Set<string>;
  readonly loose: string[];
}

/** Attributes whose value is read or heard by a person. */
const read = /^(aria-(label|description|roledescription|valuetext)|label|title|placeholder|alt)$/;
/** Names of keys and of the application are the same in all languages. */
const untold = /^(Ctrl|Alt|Shift)|^(IV|Intervallum|Tab)$/;

function said(): Said {
  const phrases = new Set<string>();
  const loose: string[] = [];
  const files = readdirSync(source, { recursive: true, encoding: 'utf8' });
  for (const name of files) {
    if (!/\.tsx?$/.test(name)) continue;
    const text = readFileSync(join(source, name), 'utf8');
    const visit = (node: ts.Node): void => {
      if (ts.isCallExpression(node) && /^(t|ordinal)$/.test(node.expression.getText(file))) {
        const [phrase] = node.arguments;
        if (phrase && ts.isStringLiteralLike(phrase)) phrases.add(phrase.text);
      }
      const words = ts.isJsxText(node)
        ? node.text.trim()
        : ts.isJsxAttribute(node) && read.test(node.name.getText(file))
          ? node.initializer && ts.isStringLiteral(node.initializer)
            ? node.initializer.text
            : ''
          : '';
      if (/\p{L}{2}/u.test(words.replaceAll('&gt;', '')) && !untold.test(words))
        loose.push(`${name}: ${words}`);
      ts.forEachChild(node, visit);
    };
    const file = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true);
    visit(file);
  }
  return { phrases, loose };
}

const bare = (entry: string) => entry.replace(/_(ordinal_)?(one|two|few|many|other)$/, '');
const names = (text: string) => [...text.matchAll(/\{\{(\w+)\}\}/g)].map(([, name]) => name!);

test('everything that is said stands in the catalogue, and nothing in it is said nowhere', () => {
  const { phrases, loose } = said();
  expect(loose).toEqual([]);
  expect(phrases.size).toBeGreaterThan(800);
  const listed = new Set(Object.keys(portuguese).map(bare));
  listed.delete('{{count}}th');
  expect([...phrases].filter((phrase) => !listed.has(phrase))).toEqual([]);
  expect([...listed].filter((phrase) => !phrases.has(phrase))).toEqual([]);
});

test('a translation names the same values as its phrase, none is empty, none has two spaces', () => {
  for (const [entry, translated] of [...Object.entries(portuguese), ...Object.entries(english)]) {
    const wanted = new Set(names(bare(entry)));
    // One of something may be said without its number.
    for (const name of names(translated)) expect([entry, wanted.has(name)]).toEqual([entry, true]);
    const left = [...wanted].filter(
      (name) => name !== 'count' && !names(translated).includes(name),
    );
    expect([entry, left]).toEqual([entry, []]);
    expect([entry, translated]).toEqual([entry, translated.trim().replace(/\s+/g, ' ')]);
  }
});

// The plural categories that both languages need: Unicode CLDR 46, "Language Plural Rules" (whole numbers below a million).
test('what counts has an entry for each grammatical number', () => {
  const ones = (catalogue: object) =>
    Object.keys(catalogue).filter((entry) => /(?<!_ordinal)_one$/.test(entry));
  expect(ones(english).filter((entry) => !Object.hasOwn(portuguese, entry))).toEqual([]);
  const others = ones(portuguese).map((entry) => `${bare(entry)}_other`);
  expect(others.filter((entry) => !Object.hasOwn(portuguese, entry))).toEqual([]);
});

test('what readers write is said as they wrote it', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), (name) => {
      expect(t('Draft of {{name}}', { name })).toBe(`Draft of ${name}`);
    }),
  );
  for (const name of ['{{name}}', '$t(Songs)', '<b>&amp;</b>', 'a: b. c_one', '__proto__'])
    expect(t('Forget {{name}}', { name })).toBe(`Forget ${name}`);
});

test.each([
  [1, '1st', '1 song'],
  [2, '2nd', '2 songs'],
  [3, '3rd', '3 songs'],
  [11, '11th', '11 songs'],
  [22, '22nd', '22 songs'],
] as const)('%i is counted in English', (count, times, songs) => {
  expect(ordinal(count)).toBe(times);
  expect(t('{{count}} songs', { count })).toBe(songs);
});

import { expect, test } from '@playwright/test';
import { download, openSong } from './pages.ts';

test('a song is taken home as text in the key that is looked at, as its own text, and as MIDI', async ({
  page,
}) => {
  await openSong(page, 'Every Window Lit');
  await page.getByRole('button', { name: 'Half step up' }).click();

  const letters = await download(page, 'Letters above the words');
  expect(letters.name).toBe('Every Window Lit.txt');
  const text = letters.content.toString('utf8');
  expect(text).toContain('Key: D\nTempo: 126\nTime: 4/4\nOrder: Intro, Verse, Lift');
  expect(text).toMatch(/\nD +D\/F# +G +G\nStreet by street the dark comes in,/);
  expect(text).toContain('Rights: Words and music Tavia Lindqvar 2025.');

  const numbers = await download(page, 'Numbers above the words');
  expect(numbers.content.toString('utf8')).toMatch(/\n1 +1\/3 +4 +4\nStreet by street/);

  const chart = await download(page, 'The chart’s own text');
  expect(chart.content.toString('utf8')).toContain('key: Db\n');

  const midi = await download(page, 'MIDI of both hands');
  expect(midi.name).toBe('Every Window Lit.mid');
  expect(midi.content.subarray(0, 14).toString('latin1')).toBe(
    'MThd\0\0\0\x06\0\x01\0\x03\x01\xe0',
  );
});

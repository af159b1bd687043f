import { expect, test } from '@jest/globals';
import { safePath } from '../src/screens/front/safePath.ts';

// OWASP, “Unvalidated Redirects and Forwards”.
test.each([
  ['/sets', '/sets'],
  ['/songs/1/hands?key=D#bar', '/songs/1/hands?key=D#bar'],
  [null, '/songs'],
  ['', '/songs'],
  ['sets', '/songs'],
  ['//elsewhere.example/a', '/songs'],
  ['/\\elsewhere.example', '/songs'],
  ['https://elsewhere.example/', '/songs'],
  ['javascript:alert(1)', '/songs'],
  ['/\t/elsewhere.example', '/songs'],
])('after signing in %j leads to %j', (asked, path) => {
  expect(safePath(asked, 'https://band.example.org')).toBe(path);
});

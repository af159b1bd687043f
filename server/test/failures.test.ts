import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { isDatabaseDown } from '../src/db/failures.ts';

const client = readFileSync(createRequire(import.meta.url).resolve('pg/lib/client.js'), 'utf8');

test('what pg says of a connection that is gone means that the database is; each of its sentences is still one of pg’s', () => {
  for (const said of [
    'Connection terminated unexpectedly',
    'Connection terminated',
    'Client has encountered a connection error and is not queryable',
    'Client was closed and is not queryable',
  ]) {
    expect(client).toContain(`'${said}'`);
    // As Drizzle wraps it.
    expect(isDatabaseDown(new Error('Failed query', { cause: new Error(said) }))).toBe(true);
  }
});

test.each([
  [Object.assign(new Error(''), { code: 'ECONNREFUSED' }), true],
  [new AggregateError([Object.assign(new Error(''), { code: 'ECONNRESET' })]), true],
  // Shutting down, starting, too many connections, out of room, too slow.
  ...['57P01', '57P03', '53300', '53100', '57014', '08006'].map(
    (code) => [Object.assign(new Error(''), { code }), true] as const,
  ),
  // A row that is there already, a table that is not, a fault of ours.
  ...['23505', '42P01', '22P02'].map(
    (code) => [Object.assign(new Error(''), { code }), false] as const,
  ),
  [new TypeError('rows is not iterable'), false],
  ['Connection terminated', false],
] as const)('%o: %p', (error, isDown) => {
  expect(isDatabaseDown(error)).toBe(isDown);
});

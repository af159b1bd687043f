import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { invitable, may, rights, roles, type Right } from '../src/index.ts';

test('the page of rights says what the table says', () => {
  const page = readFileSync(new URL('../../docs/rights.md', import.meta.url), 'utf8');
  const rows = [...page.matchAll(/^\| `(\w+)` \|(.+)\|$/gm)].map(([, right, rest]) => {
    const cells = rest!.split('|').map((cell) => cell.trim());
    return [right, cells.slice(0, roles.length).map((cell) => cell === 'yes')];
  });
  const table = Object.keys(rights).map((right) => [
    right,
    roles.map((role) => may(role, right as Right)),
  ]);
  expect(rows).toEqual(table);
});

test('who may more may all that who may less may, and nobody invites to more than they are', () => {
  for (const right of Object.keys(rights) as Right[])
    for (const [place, role] of roles.entries())
      if (may(role, right))
        for (const higher of roles.slice(0, place)) expect(may(higher, right)).toBe(true);
  expect(roles.map((role) => invitable(role))).toEqual([roles, ['player', 'guest'], [], []]);
});

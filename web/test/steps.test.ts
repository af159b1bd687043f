import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { noSteps, redo, remember, undo, type Steps } from '../src/document/steps.ts';

test('undo goes back through every step, and redo forth again', () => {
  fc.assert(
    fc.property(fc.array(fc.integer(), { maxLength: 50 }), (edits) => {
      let steps: Steps<number> = noSteps;
      let now = 0;
      const seen = [now];
      for (const edit of edits) {
        steps = remember(steps, now, null);
        now = edit;
        seen.push(now);
      }
      for (let back = undo(steps, now); back; back = undo(steps, now)) {
        ({ steps, document: now } = back);
      }
      expect(now).toBe(0);
      const forth = [now];
      for (let next = redo(steps, now); next; next = redo(steps, now)) {
        ({ steps, document: now } = next);
        forth.push(now);
      }
      expect(forth).toEqual(seen);
    }),
  );
});

test('typing on in one field is one step; a new step forgets what was undone', () => {
  let steps: Steps<string> = noSteps;
  steps = remember(steps, '', 'name');
  steps = remember(steps, 'a', 'name');
  steps = remember(steps, 'ab', 'leader');
  expect(steps.past).toEqual(['', 'ab']);
  const back = undo(steps, 'abc')!;
  expect(back.document).toBe('ab');
  expect(remember(back.steps, 'ab', 'name').future).toEqual([]);
});

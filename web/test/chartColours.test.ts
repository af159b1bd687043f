import { EditorState } from '@codemirror/state';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chartColours } from '../src/lenses/chart/chartColours.ts';

const opened = (doc: string) => EditorState.create({ doc, extensions: [chartColours] });

/** The coloured pieces of a text: `degree 4`. */
function pieces(state: EditorState): string[] {
  const found: string[] = [];
  state.field(chartColours).colours.between(0, state.doc.length, (from, to, { spec }) => {
    found.push(`${String(spec['class']).replace('cm-', '')} ${state.sliceDoc(from, to)}`);
  });
  return found;
}

const whole = [
  'title: Low Water',
  'left: root',
  '72 bpm',
  '',
  'Verse x2:',
  '  * softly',
  '  1 | <4maj7~ . 5/7! | % | {2/4} (x) _^',
  '  > low the | river: runs',
  '  tune: 1 . 2',
  '  left: octaves',
  '  2nd ending: 1 | 4',
  '',
].join('\n');

test('degrees, marks and all that is said stand out; names of fields, what is added and what parts chords do not', () => {
  expect(pieces(opened(whole))).toEqual([
    'value  Low Water',
    'value  root',
    'heading Verse x2:',
    'direction * softly',
    'degree 1',
    'mark <',
    'degree 4',
    'mark ~',
    'degree 5',
    'mark !',
    'words > low the | river: runs',
    'value  1 . 2',
    'value  octaves',
    'heading 2nd ending:',
    'degree 1',
    'degree 4',
  ]);
});

test('however it was edited, a text has the colours that it would have had from the beginning', () => {
  const inserted = fc.oneof(
    fc.constantFrom(
      '\n',
      ':',
      ' | ',
      'm7',
      '>',
      '* ',
      'Verse:\n',
      'key: C\n',
      '(',
      '~',
      '\n\n',
      '',
    ),
    fc.string({ maxLength: 4, unit: fc.constantFrom('1', '4', '|', ' ', ':', '\n', 'a') }),
  );
  const edit = fc.tuple(fc.nat(), fc.nat({ max: 30 }), inserted);
  fc.assert(
    fc.property(
      fc.array(fc.array(edit, { minLength: 1, maxLength: 3 }), { maxLength: 6 }),
      (steps) => {
        let state = opened(whole);
        for (const edits of steps) {
          let end = 0;
          const changes = edits
            .map(([at, length, insert]) => ({ from: at % (state.doc.length + 1), length, insert }))
            .sort((one, other) => one.from - other.from)
            .flatMap(({ from, length, insert }) => {
              if (from < end) return [];
              end = Math.min(from + length, state.doc.length);
              return [{ from, to: end, insert }];
            });
          state = state.update({ changes }).state;
          expect(pieces(state)).toEqual(pieces(opened(state.doc.toString())));
        }
      },
    ),
  );
});

/** A few bars with most of what can be shown or hidden: letters, words, a tune, a push. */
export const sampleText = [
  'key: Eb',
  '',
  'Verse:',
  '  1add9 | 2m7 57sus4 | <6m7 . 5/7 . | 4maj7~',
  '  > Morn-ing on the | wa-ter, and a | light up-on the | stones',
  '  tune: 3 3 2 1 | 2 3 4 5 | 3 2 1 1 | 1 . . .',
  '',
].join('\n');

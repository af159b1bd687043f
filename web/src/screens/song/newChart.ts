/** What a new song begins with: the fields to fill in, and a section to write in. */
export const newChart = `title: New song
key: C
meter: 4/4
tempo: 72

Verse 1:
  1
`;

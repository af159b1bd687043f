/**
 * Sections as they were played, those in a row together.
 * @example inARow(['Verse', 'Chorus', 'Chorus']) // 'Verse, Chorus ×2'
 */
export function inARow(sections: readonly string[]): string {
  const rows: { name: string; times: number }[] = [];
  for (const name of sections) {
    const last = rows.at(-1);
    if (last?.name === name) last.times += 1;
    else rows.push({ name, times: 1 });
  }
  return rows.map(({ name, times }) => (times > 1 ? `${name} ×${times}` : name)).join(', ');
}

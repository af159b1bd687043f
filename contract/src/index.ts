/** Everything that crosses the wire, is stored or filed, checked on both sides. */
export * from './files/songFile.ts';
export * from './stored/decisions.ts';
export * from './stored/ownMove.ts';
export * from './stored/setContent.ts';
export * from './stored/summary.ts';
export * from './wire/attachments.ts';
export * from './wire/decisions.ts';
export * from './wire/history.ts';
export * from './wire/moves.ts';
export * from './wire/problems.ts';
export * from './wire/sets.ts';
export * from './wire/shares.ts';
export * from './wire/songList.ts';
export * from './wire/songs.ts';
export * from './wire/trash.ts';
export * from './wire/uses.ts';
export { id, withoutInvisible } from './wire/text.ts';

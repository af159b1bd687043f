/** Everything that crosses the wire, checked on both sides. */
export * from './hands.ts';
export * from './problems.ts';
export * from './sets.ts';
export * from './shares.ts';
export * from './songs.ts';
export { id } from './text.ts';
export * from './songFile.ts';

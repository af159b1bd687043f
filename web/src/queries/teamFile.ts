import { broughtIn } from '@intervallum/contract';
import { sendBytes, type Sending } from './sendBytes.ts';

/** Where the whole team is, as a file to save. */
export const teamFileAddress = (withFiles: boolean) =>
  `/api/team/file?files=${withFiles ? 'yes' : 'no'}`;

/** Brings the file of a whole team into the one that is open. @returns null where it was stopped */
export function bringTeam(content: Blob, sending: Sending) {
  return sendBytes(broughtIn, '/team/file', content, sending);
}

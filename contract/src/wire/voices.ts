import { singerTrouble, sungNoteLimits } from '@intervallum/core';
import { z } from 'zod';
import { id, moment } from './text.ts';

const note = z.int().min(sungNoteLimits.low).max(sungNoteLimits.high);

const limits = {
  /** The lowest and the highest note held with comfort, as MIDI numbers. */
  low: note,
  high: note,
  /** What can be touched in passing. */
  extremeLow: note,
  extremeHigh: note,
};

/** Refuses limits that make no sense, in a sentence. */
export function canBeSung(
  voice: Readonly<Record<keyof typeof limits, number>>,
  context: z.RefinementCtx,
): void {
  const message = singerTrouble({ name: '', ...voice });
  if (message) context.addIssue({ code: 'custom', message });
}

/** What somebody can sing, as it is noted now; an older note stays in the history of the voice. */
export const newVoice = z.object(limits).superRefine(canBeSung);
export type NewVoice = z.infer<typeof newVoice>;

/** The voice of somebody of the team, as it was noted last. */
export const voiceNoted = z.object({ personId: id, name: z.string(), ...limits, notedAt: moment });
export type VoiceNoted = z.infer<typeof voiceNoted>;

/** Everybody of the team who has a voice noted, and everybody who has none, by name. */
export const voiceList = z.object({
  voices: z.array(voiceNoted),
  others: z.array(z.object({ personId: id, name: z.string() })),
});
export type VoiceList = z.infer<typeof voiceList>;

/** So many notes of one voice are kept, the latest. */
export const mostVoiceNotes = 50;

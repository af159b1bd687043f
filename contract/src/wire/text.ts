import { chartLimits, formatKey, linesOf, parseKey } from '@intervallum/core';
import { z } from 'zod';

// Control characters but for tab and line ends.
// eslint-disable-next-line no-control-regex -- finding control characters is the purpose
const control = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

/** Says which invisible character stands where, or that the text is no valid Unicode; null if it is plain text. */
function whyNotPlain(text: string): string | null {
  if (!text.isWellFormed())
    return 'The text holds half a character. Delete the odd sign and try again.';
  const at = text.search(control);
  if (at < 0) return null;
  const line = linesOf(text.slice(0, at)).length;
  const code = text.charCodeAt(at).toString(16).toUpperCase().padStart(4, '0');
  return `Line ${line} holds an invisible control character (U+${code}). Delete it and save again.`;
}

function plain(limit: number, what: string) {
  return z.string().superRefine((text, context) => {
    const problem =
      text.length > limit
        ? `${what} holds up to ${limit} characters; this has ${text.length}.`
        : whyNotPlain(text);
    if (problem) context.addIssue({ code: 'custom', message: problem });
  });
}

/** Chart text as it was typed, problems and all: nothing typed is refused but what no chart can be. */
export const chartText = plain(chartLimits.characters, 'A chart');

/**
 * What turns the order of letters about, and the second row of control characters: in a name they would make it look like
 * another one (Unicode Technical Report 36, 2.5; Annex 9, explicit directional formatting characters).
 */
const turning = /[\u0080-\u009f\u202a-\u202e\u2066-\u2069]/;

/** A line without what no name holds: signs that nobody sees, halves of signs, spaces in a row. */
export function withoutInvisible(text: string): string {
  const everywhere = new RegExp(`${control.source}|${turning.source}`, 'g');
  return text.toWellFormed().replace(everywhere, ' ').replace(/\s+/g, ' ').trim();
}

/** One line of text, without edge spaces. */
export function line(limit: number, what: string) {
  const lined = plain(limit, what).superRefine((text, context) => {
    const found = turning.exec(text);
    if (!found) return;
    const code = found[0].charCodeAt(0).toString(16).toUpperCase().padStart(4, '0');
    const message = `${what} holds an invisible character (U+${code}). Delete it and save again.`;
    context.addIssue({ code: 'custom', message });
  });
  return lined.transform((text) => text.trim().replace(/\s+/g, ' '));
}

/** A word of our own that has to come back as it was, as the chord that a pin stands on. */
export function word(limit: number) {
  return z
    .string()
    .min(1)
    .max(limit)
    .superRefine((text, context) => {
      const message = whyNotPlain(text);
      if (message) context.addIssue({ code: 'custom', message });
    });
}

/** Text of several lines. */
export function paragraph(limit: number, what: string) {
  return plain(limit, what).transform((text) => text.trim());
}

/** The name of a key, in its canonical spelling. */
export const keyName = z
  .string()
  .max(20)
  .transform((text, context) => {
    const read = parseKey(text);
    if (read.ok) return formatKey(read.value);
    context.addIssue({ code: 'custom', message: read.problems[0]!.message });
    return z.NEVER;
  });

export const id = z.uuid('This is no id.');
/** A day as it is sent: `2026-11-29`. */
export const day = z.iso.date('A date is written year-month-day, as 2026-11-29.');
export const moment = z.iso.datetime({ offset: true });
export const revision = z.int().min(1);

import { chartLimits, formatKey, parseKey } from '@intervallum/core';
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
  const line = text.slice(0, at).split(/\r\n|\r|\n/).length;
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

/** One line of text, without edge spaces. */
export function line(limit: number, what: string) {
  return plain(limit, what).transform((text) => text.trim().replace(/\s+/g, ' '));
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
export const moment = z.iso.datetime({ offset: true });
export const revision = z.int().min(1);

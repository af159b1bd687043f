import { Memo } from '../kit/memo.ts';
import { quoted } from '../kit/result.ts';
import { buildFigures, type QualityProblem } from './buildFigures.ts';
import type { Figure } from './chord.ts';
import { lexQuality, type QualityToken } from './lexQuality.ts';
import type { BareTriad } from './reading.ts';

export type QualityResult =
  | {
      readonly ok: true;
      readonly figures: readonly Figure[];
      readonly tokens: readonly QualityToken[];
      /** No word of the quality said the triad: the number did. */
      readonly bare: boolean;
    }
  | { readonly ok: false; readonly problem: QualityProblem };

/** A chart says the same few qualities over and over. */
const readBefore = new Memo<QualityResult>(1_000);

/** Reads what follows a degree or a letter. `bareTriad` is what the degree or letter says by itself. */
export function parseQuality(quality: string, bareTriad: BareTriad): QualityResult {
  const said =
    bareTriad === 'unsaid'
      ? bareTriad
      : `${bareTriad.third} ${bareTriad.fifth} ${bareTriad.keeps ?? ''}`;
  return readBefore.get(`${said} ${quality}`, () => readQuality(quality, bareTriad));
}

/** How other hands write what a chart writes otherwise, wherever it stands in a quality. */
const kin: readonly (readonly [RegExp, string])[] = [
  [/\^/g, 'maj'],
  [/^(?:MAJ|Maj|MA|Ma|Mj|mj|J|j)(?=[\d(]|$)/, 'maj'],
  [/^(?:MIN|Min|MI|Mi)(?=[\d(]|$)/, 'm'],
  [/^dom(?=\d)/i, ''],
  [/sus(?=\d?)/gi, 'sus'],
  [/add(?=\d)/gi, 'add'],
  [/(?:DIM|Dim)/g, 'dim'],
  [/(?:AUG|Aug)/g, 'aug'],
  [/(?:ALT|Alt)/g, 'alt'],
];

/** A quality that another hand wrote, as a chart writes it; null where that does not make sense either. */
function asMeant(quality: string, bareTriad: BareTriad): string | null {
  const meant = kin.reduce((text, [pattern, written]) => text.replace(pattern, written), quality);
  const lexed = meant === quality ? null : lexQuality(meant);
  if (!lexed || 'strangeAt' in lexed) return null;
  return 'problem' in buildFigures(lexed.tokens, bareTriad) ? null : meant;
}

function readQuality(quality: string, bareTriad: BareTriad): QualityResult {
  const lexed = lexQuality(quality);
  if ('strangeAt' in lexed) {
    const meant = asMeant(quality, bareTriad);
    if (meant) {
      const message = `${quoted(quality)} is written ${meant} here.`;
      return {
        ok: false,
        problem: { message, start: 0, length: quality.length, instead: [meant], isSame: true },
      };
    }
    const start = lexed.strangeAt;
    const strange = quality.slice(start);
    const message = /^\d/.test(strange)
      ? `${quoted(strange)} is no figure of a chord. If it is a chord of its own, put a space before it.`
      : `${quoted(strange)} is no chord quality. Among others there are m, 7, maj7, sus4, add9, dim, m7b5.`;
    // A chord of its own stays where it is, with a space before it.
    const apart = /^[b#♭♯]?[1-7]/u.test(strange) ? [` ${strange}`, ''] : [''];
    return { ok: false, problem: { message, start, length: strange.length, instead: apart } };
  }
  const built = buildFigures(lexed.tokens, bareTriad);
  if ('problem' in built) return { ok: false, problem: built.problem };
  return { ok: true, figures: built.figures, tokens: lexed.tokens, bare: built.bare };
}

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
  const said = bareTriad === 'unsaid' ? bareTriad : `${bareTriad.third} ${bareTriad.fifth}`;
  return readBefore.get(`${said} ${quality}`, () => readQuality(quality, bareTriad));
}

function readQuality(quality: string, bareTriad: BareTriad): QualityResult {
  const lexed = lexQuality(quality);
  if ('strangeAt' in lexed) {
    const start = lexed.strangeAt;
    const strange = quality.slice(start);
    const message = /^\d/.test(strange)
      ? `${quoted(strange)} is no figure of a chord. If it is a chord of its own, put a space before it.`
      : `${quoted(strange)} is no chord quality. Among others there are m, 7, maj7, sus4, add9, dim, m7b5.`;
    return { ok: false, problem: { message, start, length: strange.length, instead: [''] } };
  }
  const built = buildFigures(lexed.tokens, bareTriad);
  if ('problem' in built) return { ok: false, problem: built.problem };
  return { ok: true, figures: built.figures, tokens: lexed.tokens, bare: built.bare };
}

import { formatMeter, minutesOf, tempoMark, type Seam, type SetPlan } from '@intervallum/core';
import { stepsInWords } from '../../../lenses/key/keyFacts.ts';
import { keyName } from '../../../music/rails/view.ts';
import type { ReaderSettings } from '../../../settings/reader.ts';
import { t } from '../../../words/words.ts';

type Names = Pick<ReaderSettings, 'language'>;

/** How two keys beside each other lie, in a sentence. */
export function keysInWords({ flow }: Seam, names: Names): string {
  const { from, to, relation } = flow;
  const [one, other] = [keyName(from.key, names), keyName(to.key, names)];
  switch (relation.kind) {
    case 'same':
      return t('Both in {{other}}.', { other });
    case 'relative':
      return t('{{one}} and {{other}} have the same notes.', { one, other });
    case 'parallel':
      return t('{{one}} and {{other}} have the same home.', { one, other });
    case 'neighbour':
      return t('{{one}} to {{other}}: one note differs.', { one, other });
    case 'lift':
      return t('{{one}} to {{other}}: {{steps}} up, heard as a lift.', {
        one,
        other,
        steps: stepsInWords(relation.semitones),
      });
    case 'far':
      return t('{{one}} to {{other}}: far apart, {{count}} of seven notes differ.', {
        one,
        other,
        count: 7 - relation.common,
      });
  }
}

/** How two tempos and metres beside each other lie, in a sentence. */
export function tempoInWords({ flow }: Seam): string {
  const { tempo, from, to, sameMeter } = flow;
  const [before, after] = tempo.isOneBeat
    ? [String(Math.round(tempo.before)), String(Math.round(tempo.after))]
    : [tempoMark(from), tempoMark(to)];
  const way = tempo.ratio > 1 ? t('faster') : t('slower');
  // Where beats are other notes, only by eighths it can be said which is faster.
  const pace = tempo.isOneBeat
    ? {
        same: t('The tempo stays.'),
        near: t('A little {{way}}: {{before}} to {{after}}.', { way, before, after }),
        double: t('Twice as fast: {{before}} to {{after}}.', { before, after }),
        half: t('Half as fast: {{before}} to {{after}}.', { before, after }),
        faster: t('Faster, begun anew: {{before}} to {{after}}.', { before, after }),
        slower: t('Slower, begun anew: {{before}} to {{after}}.', { before, after }),
      }[tempo.kind]
    : tempo.kind === 'same'
      ? t('The eighths stay: {{before}}, {{after}}.', { before, after })
      : t('Eighths {{way}}: {{before}} to {{after}}.', { way, before, after });
  if (sameMeter) return pace;
  const meters = { from: formatMeter(from.meter), to: formatMeter(to.meter) };
  return `${pace} ${t('{{from}} into {{to}}.', meters)}`;
}

/** Something to think about, in a sentence; null where another one says it too. */
export function warningInWords(
  warning: SetPlan['warnings'][number],
  plan: SetPlan,
  { nameOf, names, most }: { nameOf: (id: string) => string; names: Names; most: number | null },
): string | null {
  const [first = '', second = ''] = warning.ids;
  const seam = plan.seams.find(({ before, after }) => before === first && after === second);
  const pair = t('{{first}} into {{second}}', { first: nameOf(first), second: nameOf(second) });
  switch (warning.kind) {
    case 'empty':
      return t('Nothing is in it yet.');
    // What is heard between two songs is said once, keys and tempo together.
    case 'far key':
      return seam ? `${pair}: ${keysInWords(seam, names)} ${tempoInWords(seam)}` : pair;
    case 'tempo': {
      const isSaid = plan.warnings.some(
        ({ kind, ids }) => kind === 'far key' && ids[0] === first && ids[1] === second,
      );
      return isSaid || !seam ? null : `${pair}: ${tempoInWords(seam)}`;
    }
    case 'slow in a row':
      return t('{{count}} slow songs in a row, from {{first}} on.', {
        count: warning.ids.length,
        first: nameOf(first),
      });
    case 'twice':
      return t('{{name}} is in it twice.', { name: nameOf(second) });
    case 'long':
      return t('It takes {{over}} longer than the {{most}} minutes there are.', {
        over: minutesOf(plan.seconds - 60 * (most ?? 0)),
        most: most ?? 0,
      });
    case 'idle bridge':
      return t('What leads into {{name}} was made for another song before it, and is not played.', {
        name: nameOf(first),
      });
    case 'bed in another key':
      return t('What is played under {{name}} is in another key than what comes.', {
        name: nameOf(first),
      });
  }
}

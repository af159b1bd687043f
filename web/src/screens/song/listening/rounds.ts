import { t } from '../../../words/words.ts';
import { timeWords } from './barWords.ts';

/** What goes round: bars from the chosen one on, its section, or a stretch between two moments. */
export type Round =
  | { readonly kind: 'no' }
  | { readonly kind: 'bars'; readonly count: number }
  | { readonly kind: 'section' }
  | { readonly kind: 'moments'; readonly from: number; readonly to: number | null };

/** What tells a round from the others in a list. */
export const nameOfRound = (round: Round) =>
  round.kind === 'bars'
    ? `bars ${round.count}`
    : round.kind === 'moments'
      ? round.to === null
        ? 'from'
        : 'moments'
      : round.kind;

/** What can go round, with its words. */
export function roundsOf(round: Round) {
  const always = [
    { name: 'no', words: t('nothing') },
    { name: 'bars 1', words: t('this bar') },
    { name: 'bars 2', words: t('two bars') },
    { name: 'bars 4', words: t('four bars') },
    { name: 'section', words: t('the section') },
  ];
  if (round.kind !== 'moments') return [...always, { name: 'from', words: t('from here …') }];
  const from = timeWords(round.from);
  if (round.to === null)
    return [
      ...always,
      { name: 'from', words: t('from {{from}} …', { from }) },
      { name: 'moments', words: t('… to here') },
    ];
  return [
    ...always,
    { name: 'from', words: t('from here …') },
    { name: 'moments', words: t('{{from}} to {{to}}', { from, to: timeWords(round.to) }) },
  ];
}

/** The round of a name; the stretch between two moments begins and ends where one is then. @param at the moment that is heard */
export function roundNamed(name: string, at: number, before: Round): Round {
  switch (name) {
    case 'section':
      return { kind: 'section' };
    case 'from':
      return { kind: 'moments', from: at, to: null };
    case 'moments':
      if (before.kind !== 'moments') return { kind: 'no' };
      if (before.to !== null || before.from === at) return before;
      return { kind: 'moments', from: Math.min(before.from, at), to: Math.max(before.from, at) };
    default:
      return name.startsWith('bars')
        ? { kind: 'bars', count: Number(name.slice(5)) }
        : { kind: 'no' };
  }
}

import type { ImportQuestion } from '@intervallum/core';
import { t } from '../../words/words.ts';

/** What each question is called, and each of its answers; metres are called by themselves. */
export function questionName({ id }: Pick<ImportQuestion, 'id'>): string {
  switch (id) {
    case 'chords in a bar':
      return t('Chords where no bar lines stand');
    case 'meter':
      return t('Metre');
    case 'capo':
      return t('The chords beside the capo');
    case 'words alone':
      return t('Words without chords over them');
    case 'bars on a line':
      return t('Bars on a line');
    case 'changes':
      return t('How often the chords change');
    case 'key change':
      return t('Another key');
  }
}

export function answerName({ id }: Pick<ImportQuestion, 'id'>, answer: string): string {
  if (id === 'chords in a bar') return t('{{count}} to a bar', { count: Number(answer) });
  switch (answer) {
    case 'shapes':
      return t('are shapes');
    case 'as they sound':
      return t('stand as they sound');
    case 'silent bars':
      return t('stand under a silent bar');
    case 'directions':
      return t('are directions');
    case 'as written by hand':
      return t('as one would write it');
    case 'one a bar':
      return t('once a bar');
    case 'two a bar':
      return t('twice a bar');
    case 'every beat':
      return t('on every beat');
    case 'lifted':
      return t('lifted from here on');
    case 'the same key':
      return t('the same key');
    default:
      return answer;
  }
}

import type { ReadyReason, ReadyState } from '@intervallum/core';
import { t } from '../../../words/words.ts';

export const readyNames: Readonly<Record<ReadyState, string>> = {
  ready: t('Ready'),
  nearly: t('Nearly there'),
  begun: t('Begun'),
  'not begun': t('Not begun'),
};

/** Why a section is where it is, in a sentence. */
export function reasonInWords(reason: ReadyReason): string {
  const section = reason.section || t('Section without a name');
  switch (reason.kind) {
    case 'never':
      return t('{{section}} was not practised yet.', { section });
    case 'not clean':
      return t('{{section}} was not yet clean as it is written.', { section });
    case 'slower':
      return t(
        '{{section}} is clean at {{tempo}} of {{goal}}: about {{rounds}} clean rounds more.',
        { section, tempo: reason.tempo, goal: reason.goal, rounds: reason.rounds },
      );
    case 'long ago':
      return t('{{section}} was clean {{count}} days ago: once more before the day.', {
        section,
        count: reason.daysAgo,
      });
    case 'weak':
      return t('{{section}} went wrong at {{count}} places the last time.', {
        section,
        count: reason.places,
      });
    case 'ready':
      return reason.fromMemory
        ? t('{{section}} is clean at {{tempo}}, from memory too.', { section, tempo: reason.tempo })
        : t('{{section}} is clean at {{tempo}}.', { section, tempo: reason.tempo });
  }
}

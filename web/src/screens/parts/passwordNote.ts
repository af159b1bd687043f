import { passwordLimits } from '@intervallum/contract';
import { t } from '../../words/words.ts';

/** What is said under a new password. */
export const passwordNote = t(
  '{{least}} signs at least, of any kind. Four words that do not belong together are easy to keep.',
  { least: passwordLimits.least },
);

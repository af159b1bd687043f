import type { Answer } from '../../queries/client.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

/** Why something was not done, as a form says it; null where it was. */
export function whyNot(answer: Answer<unknown>): string | null {
  if (answer.kind === 'ok') return null;
  return answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message;
}

/** Says why something was not done, where it was not. @returns whether it was */
export function wasDone(answer: Answer<unknown>): boolean {
  const why = whyNot(answer);
  if (why !== null) notify(why);
  return why === null;
}

import { notify } from './notices.tsx';
import { t } from '../words/words.ts';

/** Copies a link, and says so. */
export async function copyText(text: string, done: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    notify(done);
  } catch (error) {
    console.warn('The browser does not let the link be copied.', error);
    notify(t('The browser does not allow copying; mark the link and copy it by hand.'));
  }
}

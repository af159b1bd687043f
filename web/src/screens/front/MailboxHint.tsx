import type { Installation } from '@intervallum/contract';
import { Link } from 'react-router';
import { t } from '../../words/words.ts';

/** In a demo no mail leaves: says where it lies. */
export function MailboxHint({ mail }: { mail: Installation['mail'] | undefined }) {
  return mail === 'box' ? (
    <p>
      <Link to="/mailbox">{t('It lies in the simulated mailbox')}</Link>
    </p>
  ) : null;
}

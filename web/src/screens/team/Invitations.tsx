import type { Invitation } from '@intervallum/contract';
import { accountApi } from '../../queries/accounts.ts';
import { Button } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { keepFocus } from '../../ui/focus.ts';
import { notify } from '../../ui/notices.tsx';
import { Row, Rows, Section } from '../../ui/Section.tsx';
import { roleNames } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { wasDone } from '../parts/said.ts';

interface InvitationsProps {
  invitations: readonly Invitation[];
  onChanged: () => void;
}

/** What can still be taken, each to be taken back. The links themselves were shown once. */
export function Invitations({ invitations, onChanged }: InvitationsProps) {
  async function revoke({ id }: Invitation) {
    if (wasDone(await accountApi.revokeInvitation(id)))
      notify(t('The invitation opens nothing any more'));
    onChanged();
    keepFocus();
  }
  if (invitations.length === 0) return null;
  return (
    <Section>
      <h2>{t('Open invitations')}</h2>
      <Rows aria-label={t('Open invitations')}>
        {invitations.map((invitation) => (
          <Row key={invitation.id}>
            <div>
              <b>{invitation.note || t('Somebody')}</b>
              <small>
                {[
                  roleNames[invitation.role],
                  invitation.by && t('by {{by}}', { by: invitation.by }),
                  t('until {{when}}', { when: momentInWords(Date.parse(invitation.endsAt)) }),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            <Button
              aria-label={t('Take back the invitation for {{name}}', {
                name: invitation.note || t('Somebody'),
              })}
              onPress={() => void revoke(invitation)}
            >
              {t('Take back')}
            </Button>
          </Row>
        ))}
      </Rows>
    </Section>
  );
}

import { invitable, invitationDays, type Role } from '@intervallum/contract';
import { Copy } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { copyText } from '../../ui/copyText.ts';
import { TextField } from '../../ui/fields.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { roleNames, roleWords } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';

const Link = styled.code`
  display: block;
  margin-bottom: 14px;
  padding: 12px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  font:
    14px/1.4 'Atkinson Cut',
    'Atkinson Hyperlegible Next Variable',
    sans-serif;
  overflow-wrap: anywhere;
  user-select: all;
`;

const Asked = styled.div`
  display: grid;
  gap: 6px;
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

interface InviteWindowProps {
  /** What the one who invites is. */
  role: Role;
  /** Who of the team becomes a member by it; null for somebody new. */
  personId: string | null;
  name: string;
  onChanged: () => void;
  onClose: () => void;
}

/** Makes a link by which somebody becomes a member. It is shown once: the server keeps only what it can be checked by. */
export function InviteWindow({ role, personId, name, onChanged, onClose }: InviteWindowProps) {
  const choices = invitable(role);
  const [as, setAs] = useState<Role>('player');
  const [note, setNote] = useState(name);
  const [link, setLink] = useState<string | null>(null);
  async function send() {
    const answer = await accountApi.invite({ role: as, note, personId });
    if (answer.kind !== 'ok') return whyNot(answer);
    setLink(`${location.origin}/join#${answer.value.token}`);
    onChanged();
    return null;
  }
  return (
    <Window
      title={personId === null ? t('Invite somebody') : t('Invite {{name}}', { name })}
      isOpen
      onClose={onClose}
      width={540}
    >
      {link === null ? (
        <AskForm does={t('Make the link')} send={send}>
          {personId === null ? (
            <TextField
              label={t('Whom it is for')}
              isRequired
              autoFocus
              value={note}
              onChange={setNote}
            />
          ) : null}
          <Asked>
            <Choice
              label={t('As what')}
              value={as}
              options={choices.map((one) => [one, roleNames[one]] as const)}
              onChange={setAs}
            />
            <p>{t('Who {{words}}.', { words: roleWords[as] })}</p>
          </Asked>
        </AskForm>
      ) : (
        <>
          <WindowWords>
            {t(
              'Send this link to {{name}}. It lets one person in, once, within {{days}} days, and is shown only now.',
              { name: note, days: invitationDays },
            )}
          </WindowWords>
          <Link data-link>{link}</Link>
          <Button onPress={() => void copyText(link, t('Link copied'))}>
            <Copy size={16} strokeWidth={1.5} aria-hidden /> {t('Copy')}
          </Button>
        </>
      )}
    </Window>
  );
}

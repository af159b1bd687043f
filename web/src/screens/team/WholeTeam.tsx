import { may, teamGraceDays, type Role, type Team } from '@intervallum/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'react-router';
import { accountApi } from '../../queries/accounts.ts';
import { askWho } from '../../queries/session.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Section } from '../../ui/Section.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { wasDone, whyNot } from '../parts/said.ts';
import { BringTeam } from './BringTeam.tsx';
import { SaveTeam } from './SaveTeam.tsx';

const Does = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
`;

interface WholeTeamProps {
  team: Team;
  role: Role;
  onChanged: () => void;
}

/** What is done with the team as a whole: its name, its file, what was done in it, leaving it, deleting it. */
export function WholeTeam({ team, role, onChanged }: WholeTeamProps) {
  const [opened, setOpened] = useState<'name' | 'save' | 'bring' | 'leave' | 'delete' | null>(null);
  const close = () => setOpened(null);
  const governs = may(role, 'govern');
  return (
    <Section>
      <h2>{t('The team as a whole')}</h2>
      <Does>
        {governs ? (
          <>
            <Link to="/team/done">{t('What was done, and by whom')}</Link>
            <Button onPress={() => setOpened('name')}>{t('Rename the team')}</Button>
            <Button onPress={() => setOpened('save')}>{t('Save the whole team')}</Button>
            <Button onPress={() => setOpened('bring')}>{t('Bring a team in')}</Button>
          </>
        ) : null}
        <Button onPress={() => setOpened('leave')}>{t('Leave the team')}</Button>
        {governs ? (
          <Button onPress={() => setOpened('delete')}>{t('Delete the team')}</Button>
        ) : null}
      </Does>
      {opened === 'name' ? (
        <Rename team={team} onChanged={onChanged} onClose={close} />
      ) : opened === 'save' ? (
        <SaveTeam onClose={close} />
      ) : opened === 'bring' ? (
        <BringTeam team={team} onChanged={onChanged} onClose={close} />
      ) : opened === 'leave' ? (
        <Leave team={team} onClose={close} />
      ) : opened === 'delete' ? (
        <Delete team={team} onClose={close} />
      ) : null}
    </Section>
  );
}

function Rename({ team, onChanged, onClose }: Omit<WholeTeamProps, 'role'> & Closing) {
  const [name, setName] = useState(team.name);
  async function send() {
    const why = whyNot(await accountApi.renameTeam(name));
    if (why !== null) return why;
    notify(t('The team is called “{{name}}” now', { name }));
    await askWho();
    onChanged();
    onClose();
    return null;
  }
  return (
    <Window title={t('Rename the team')} isOpen onClose={onClose}>
      <AskForm does={t('Rename it')} send={send}>
        <TextField
          label={t('Name of the team')}
          isRequired
          autoFocus
          value={name}
          onChange={setName}
        />
      </AskForm>
    </Window>
  );
}

interface Closing {
  onClose: () => void;
}

function Leave({ team, onClose }: { team: Team } & Closing) {
  async function leave() {
    onClose();
    if (wasDone(await accountApi.leave())) location.assign('/account');
  }
  return (
    <Window title={t('Leave “{{name}}”?', { name: team.name })} isOpen onClose={onClose}>
      <WindowWords>
        {t(
          'At once you see nothing of the team any more; what you wrote stays with it. An invitation lets you in again.',
        )}
      </WindowWords>
      <PrimaryButton onPress={() => void leave()}>{t('Leave the team')}</PrimaryButton>
    </Window>
  );
}

function Delete({ team, onClose }: { team: Team } & Closing) {
  const [name, setName] = useState('');
  async function send() {
    if (name.trim() !== team.name)
      return t('Type the name as it stands: {{name}}', { name: team.name });
    const why = whyNot(await accountApi.deleteTeam());
    if (why === null) location.assign('/account');
    return why;
  }
  return (
    <Window title={t('Delete “{{name}}”?', { name: team.name })} isOpen onClose={onClose}>
      <WindowWords>
        {t(
          'At once nobody sees its songs and sets any more, and its links open nothing. For {{days}} days an owner can take it back, under “Your account”; then it is gone for good.',
          { days: teamGraceDays },
        )}
      </WindowWords>
      <AskForm does={t('Delete the team')} send={send}>
        <TextField
          label={t('Type the name of the team')}
          isRequired
          autoFocus
          autoComplete="off"
          value={name}
          onChange={setName}
        />
      </AskForm>
    </Window>
  );
}

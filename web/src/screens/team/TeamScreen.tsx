import { may, type Role, type Team } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { UserPlus } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { accountApi } from '../../queries/accounts.ts';
import { useMembership } from '../../queries/session.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { Section } from '../../ui/Section.tsx';
import { roleNames, roleWords } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { Invitations } from './Invitations.tsx';
import { InviteWindow } from './InviteWindow.tsx';
import { NamePersonWindow } from './NamePersonWindow.tsx';
import { People } from './People.tsx';
import { WholeTeam } from './WholeTeam.tsx';

const help: readonly HelpLine[] = [
  { id: 'who', name: t('See who is in the team, and who may what') },
  { id: 'invite', name: t('Invite somebody by a link, once, for a week') },
  { id: 'others', name: t('Name singers and players who have no account') },
];

export function teamQuery() {
  return {
    queryKey: ['team'],
    queryFn: () => answered(accountApi.team()),
    gcTime: 0,
  };
}

/** The team: who is in it and as what, who is invited. */
export function TeamScreen() {
  const fetched = useQuery(teamQuery());
  const membership = useMembership();
  if (!membership) return null;
  return (
    <Fetched from={fetched} what={t('the team')}>
      {(team) => (
        <TeamPage team={team} role={membership.role} onChanged={() => void fetched.refetch()} />
      )}
    </Fetched>
  );
}

interface TeamPageProps {
  team: Team;
  role: Role;
  onChanged: () => void;
}

function TeamPage({ team, role, onChanged }: TeamPageProps) {
  const [opened, setOpened] = useState<
    | { readonly kind: 'invite'; readonly personId: string | null; readonly name: string }
    | { readonly kind: 'name' }
    | null
  >(null);
  const mayInvite = may(role, 'invite');
  const tools = mayInvite ? (
    <>
      <Button onPress={() => setOpened({ kind: 'name' })}>{t('Name somebody')}</Button>
      <PrimaryButton onPress={() => setOpened({ kind: 'invite', personId: null, name: '' })}>
        <UserPlus size={18} strokeWidth={1.5} aria-hidden /> {t('Invite')}
      </PrimaryButton>
    </>
  ) : null;
  return (
    <Page title={team.name} tools={tools} help={help}>
      <Section>
        <h2>{t('People')}</h2>
        <p>
          {t('You are here as {{role}}, who {{words}}.', {
            role: roleNames[role],
            words: roleWords[role],
          })}{' '}
          <Link to="/account">{t('Your account')}</Link>
        </p>
        <People
          people={team.people}
          role={role}
          onInvite={({ id, name }) => setOpened({ kind: 'invite', personId: id, name })}
          onChanged={onChanged}
        />
      </Section>
      {mayInvite ? <Invitations invitations={team.invitations} onChanged={onChanged} /> : null}
      <WholeTeam team={team} role={role} onChanged={onChanged} />
      {opened?.kind === 'invite' ? (
        <InviteWindow
          role={role}
          personId={opened.personId}
          name={opened.name}
          onChanged={onChanged}
          onClose={() => setOpened(null)}
        />
      ) : null}
      {opened?.kind === 'name' ? (
        <NamePersonWindow onChanged={onChanged} onClose={() => setOpened(null)} />
      ) : null}
    </Page>
  );
}

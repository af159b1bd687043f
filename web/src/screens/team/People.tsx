import { may, roles, type Person, type Role } from '@intervallum/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { accountApi } from '../../queries/accounts.ts';
import { askWho } from '../../queries/session.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { keepFocus } from '../../ui/focus.ts';
import { InPlace } from '../../ui/InPlace.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { Row, Rows } from '../../ui/Section.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { roleNames } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { wasDone } from '../parts/said.ts';

/** The name that can be changed stands under the others, its frame beyond it. */
const Named = styled.b`
  display: block;
  margin: 0 -7px;
`;

interface PeopleProps {
  people: readonly Person[];
  /** What the one who looks is. */
  role: Role;
  onInvite: (person: Person) => void;
  onChanged: () => void;
}

/** Members, those who may most first, then those who are named only. */
export function People({ people, role, onInvite, onChanged }: PeopleProps) {
  const [removing, setRemoving] = useState<Person | null>(null);
  const rank = ({ role: one }: Person) => (one === null ? roles.length : roles.indexOf(one));
  const inOrder = [...people].sort((one, other) => rank(one) - rank(other));

  async function giveRole({ id, name, isYou }: Person, next: Role) {
    if (!wasDone(await accountApi.giveRole(id, next))) return onChanged();
    notify(t('{{name}}: {{role}} now', { name, role: roleNames[next] }));
    // One who is no owner any more sees less from now on.
    if (isYou) await askWho();
    onChanged();
  }
  async function remove({ id, name, role: has }: Person) {
    setRemoving(null);
    const done = await (has === null ? accountApi.forgetPerson(id) : accountApi.removeMember(id));
    if (wasDone(done))
      notify(
        has === null
          ? t('“{{name}}” is forgotten', { name })
          : t('{{name}} is no longer in the team', { name }),
      );
    onChanged();
    keepFocus();
  }
  async function rename({ id }: Person, name: string) {
    if (name.trim() !== '') wasDone(await accountApi.renamePerson(id, name));
    onChanged();
  }
  return (
    <>
      <Rows aria-label={t('People')}>
        {inOrder.map((person) => (
          <Row key={person.id}>
            <div>
              {person.role === null && may(role, 'invite') ? (
                <Named>
                  <InPlace
                    label={t('Name')}
                    value={person.name}
                    maxLength={60}
                    onChange={(name) => void rename(person, name)}
                  />
                </Named>
              ) : (
                <b>{person.name}</b>
              )}
              <small>
                {[person.isYou && t('you'), person.email, person.role === null && t('no account')]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            {person.role === null ? null : may(role, 'govern') ? (
              <Pick
                label={t('Role of {{name}}', { name: person.name })}
                labelled="hidden"
                value={person.role}
                options={roles.map((one) => [one, roleNames[one]] as const)}
                onChange={(next) => void giveRole(person, next)}
              />
            ) : (
              <span>{roleNames[person.role]}</span>
            )}
            {person.role === null && may(role, 'invite') ? (
              <>
                <Button
                  aria-label={t('Invite {{name}}', { name: person.name })}
                  onPress={() => onInvite(person)}
                >
                  {t('Invite')}
                </Button>
                <Button
                  aria-label={t('Forget {{name}}', { name: person.name })}
                  onPress={() => setRemoving(person)}
                >
                  {t('Forget')}
                </Button>
              </>
            ) : null}
            {person.role !== null && may(role, 'govern') && !person.isYou ? (
              <Button
                aria-label={t('Remove {{name}}', { name: person.name })}
                onPress={() => setRemoving(person)}
              >
                {t('Remove')}
              </Button>
            ) : null}
          </Row>
        ))}
      </Rows>
      {removing ? (
        <Window
          title={
            removing.role === null
              ? t('Forget “{{name}}”?', { name: removing.name })
              : t('Remove {{name}} from the team?', { name: removing.name })
          }
          isOpen
          onClose={() => setRemoving(null)}
        >
          <WindowWords>
            {removing.role === null
              ? t('The name goes, with the hands that were left under it. This cannot be undone.')
              : t(
                  'At once {{name}} sees nothing of the team any more. What was written stays, under the name; an invitation lets them in again.',
                  { name: removing.name },
                )}
          </WindowWords>
          <PrimaryButton onPress={() => void remove(removing)}>
            {removing.role === null ? t('Forget') : t('Remove')}
          </PrimaryButton>
        </Window>
      ) : null}
    </>
  );
}

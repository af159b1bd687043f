import type { Installation } from '@intervallum/contract';
import styled from 'styled-components';
import { accountApi } from '../../queries/accounts.ts';
import { Button } from '../../ui/Button.tsx';
import { roleNames } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { wasDone } from '../parts/said.ts';

const List = styled.ul`
  display: grid;
  gap: 8px;
  li > button {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    width: 100%;
    min-height: 48px;
    text-align: left;
    justify-content: stretch;
  }
  small {
    font-size: 14px;
    color: var(--soft);
  }
`;

/** The people of the demo, each signed in by one press. */
export function DemoPeople({
  people,
  onDone,
}: {
  people: NonNullable<Installation['demo']>;
  onDone: () => void;
}) {
  async function signIn(personId: string) {
    const answer = await accountApi.signInAsDemo(personId);
    if (wasDone(answer)) onDone();
  }
  return (
    <List aria-label={t('People of the demo')}>
      {people.map(({ personId, name, role }) => (
        <li key={personId}>
          <Button onPress={() => void signIn(personId)}>
            {name} <small>{roleNames[role]}</small>
          </Button>
        </li>
      ))}
    </List>
  );
}

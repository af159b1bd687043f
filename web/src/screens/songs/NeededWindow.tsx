import styled from 'styled-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { Window } from '../../ui/Window.tsx';
import type { Needed } from './useSongDoing.ts';
import { t } from '../../words/words.ts';

const List = styled.ul`
  display: grid;
  gap: 8px;
  margin: 12px 0 18px;
`;

const Answers = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 10px;
`;

interface NeededWindowProps {
  needed: readonly Needed[];
  /** How many songs are to be deleted in all. */
  count: number;
  onDelete: () => void;
  onClose: () => void;
}

/** Asked before a song is deleted that a service to come needs. */
export function NeededWindow({ needed, count, onDelete, onClose }: NeededWindowProps) {
  return (
    <Window
      title={
        count === 1
          ? t('A set to come needs this song')
          : t('Sets to come need some of these songs')
      }
      isOpen
      onClose={onClose}
      mustDecide
    >
      <p>
        {t(
          'It keeps its place there, marked as gone, and can be taken back from the trash for 30 days.',
        )}
      </p>
      <List>
        {needed.map(({ title, sets }, place) => (
          <li key={place}>
            “{title}”:{' '}
            {sets
              .map(({ name, date }) =>
                date ? `${name}, ${shortDate(date)}` : t('{{name}}, no day yet', { name }),
              )
              .join('; ')}
          </li>
        ))}
      </List>
      <Answers>
        <Button onPress={onDelete}>
          {count === 1 ? t('Delete it') : t('Delete all {{count}}', { count })}
        </Button>
        <PrimaryButton autoFocus onPress={onClose}>
          {count === 1 ? t('Keep it') : t('Keep them')}
        </PrimaryButton>
      </Answers>
    </Window>
  );
}

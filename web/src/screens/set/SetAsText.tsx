import { isSong, type SetDraft, type SetItem } from '@intervallum/contract';
import styled from 'styled-components';
import { dateInWords } from '../../ui/dates.ts';
import type { KnownSongs } from '../parts/service/knownSongs.ts';
import { t } from '../../words/words.ts';

const Text = styled.div`
  p {
    font-weight: 600;
  }
  small {
    color: var(--soft);
    font-size: 13px;
  }
`;

/** What is said of an item, besides its name. */
function saidOf(item: SetItem): (string | null)[] {
  const { who, notes } = item;
  if (!isSong(item)) return [t('{{minutes}} min', { minutes: item.minutes }), who, notes];
  return [item.key, who, item.road, item.bridge && t('What leads into it'), notes];
}

/** A set to be looked at only: its name and day, its songs in their order. */
export function SetAsText({ draft, songs }: { draft: SetDraft; songs: KnownSongs }) {
  const { name, date, leader, notes, items } = draft;
  return (
    <Text>
      <p>{name}</p>
      <small>{[date && dateInWords(date), leader, notes].filter(Boolean).join(' · ')}</small>
      <ol>
        {items.map((item, place) => (
          <li key={item.id}>
            {place + 1}.{' '}
            {isSong(item)
              ? (songs.get(item.songId)?.summary.title ?? t('A song added elsewhere'))
              : item.name}{' '}
            <small>{saidOf(item).filter(Boolean).join(' · ')}</small>
          </li>
        ))}
      </ol>
    </Text>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { opening } from '../../queries/queries.ts';
import { useMay } from '../../queries/session.ts';
import { DraftOfMissing } from '../parts/DraftsNotice.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { lensNamed } from './lenses.ts';
import { fetchSong } from './openSong.ts';
import { SongDesk } from './SongDesk.tsx';
import { SongReader } from './SongReader.tsx';
import { t } from '../../words/words.ts';

/** One song at its address, under the lens that the address names; for who writes none, to be read. */
export function SongScreen() {
  return useMay('write') ? <Desk /> : <SongReader />;
}

function Desk() {
  const { songId = '', lens: lensId = 'chart' } = useParams();
  const fetched = useQuery({
    queryKey: ['song', 'work', songId],
    queryFn: () => fetchSong(songId),
    ...opening,
  });
  const lens = lensNamed(lensId);
  const missing = (
    <NotFoundState title={t('No song at this address')}>
      {t('It may have been deleted, or the address is not complete.')}
      <DraftOfMissing kind="song" id={songId} />
    </NotFoundState>
  );
  if (!lens) return missing;
  return (
    <Fetched from={fetched} what={t('the song')} missing={missing}>
      {(opened) => <SongDesk key={opened.id} opened={opened} lens={lens} />}
    </Fetched>
  );
}

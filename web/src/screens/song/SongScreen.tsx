import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { songQuery } from '../../queries/queries.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { lensNamed } from './lenses.ts';
import { songOptions } from './songOptions.ts';
import { SongDesk } from './SongDesk.tsx';

/** One song at its address, under the lens that the address names. */
export function SongScreen() {
  const { songId = '', lens: lensId = 'chart' } = useParams();
  const fetched = useQuery(songQuery(songId, 'work'));
  const lens = lensNamed(lensId);
  const missing = (
    <NotFoundState title="No song at this address">
      It may have been deleted, or the address is not complete.
    </NotFoundState>
  );
  if (!lens) return missing;
  return (
    <Fetched from={fetched} what="the song" missing={missing}>
      {(song) => (
        <SongDesk key={song.id} options={() => songOptions(song)} songId={songId} lens={lens} />
      )}
    </Fetched>
  );
}

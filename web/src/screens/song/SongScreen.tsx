import { song as songSchema, songHands, type Song as StoredSong } from '@intervallum/contract';
import { useParams } from 'react-router';
import { z } from 'zod';
import { api } from '../api/resources.ts';
import { useResource } from '../api/useResource.ts';
import { draftKeeper, keptDraft } from '../state/drafts.ts';
import type { Sent, SaverOptions } from '../state/saver.ts';
import { Fetched } from '../ui/Fetched.tsx';
import { NotFoundState } from '../ui/states.tsx';
import { isLens } from './lenses.ts';
import { SongDesk } from './SongDesk.tsx';
import { sameDocument, type SongDocument } from './songDocument.ts';

/** One song at its address, under the lens that the address names. */
export function SongScreen() {
  const { songId = '', lens = 'chart' } = useParams();
  const fetched = useResource(`song:${songId}`, () => api.song(songId));
  const missing = (
    <NotFoundState title="No song at this address">
      It may have been deleted, or the address is not complete.
    </NotFoundState>
  );
  if (!isLens(lens)) return missing;
  return (
    <Fetched from={fetched} what="the song" missing={missing}>
      {(song) => (
        <SongDesk key={song.id} saving={() => saverOptions(song)} songId={songId} lens={lens} />
      )}
    </Fetched>
  );
}

const document = z.object({ text: z.string(), hands: songHands });

function saverOptions({ id, text, hands, revision }: StoredSong): SaverOptions<SongDocument> {
  const name = `song:${id}`;
  return {
    draft: { text, hands },
    revision,
    kept: keptDraft(name, document),
    keeper: draftKeeper(name),
    equal: sameDocument,
    send: (draft, from) => sendSong(id, draft, from),
  };
}

async function sendSong(
  id: string,
  draft: SongDocument,
  revision: number,
): Promise<Sent<SongDocument>> {
  const answer = await api.saveSong(id, draft, revision);
  switch (answer.kind) {
    case 'ok':
      return { kind: 'saved', revision: answer.value.revision };
    case 'stale': {
      const current = songSchema.parse(answer.current);
      const { text, hands } = current;
      return { kind: 'stale', theirs: { text, hands }, revision: current.revision };
    }
    case 'missing':
      return {
        kind: 'refused',
        message: 'the song was deleted. Copy the chart text into a new song to keep it.',
      };
    case 'refused':
    case 'unreachable':
      return answer;
  }
}

import { song as songSchema, type Song as StoredSong } from '@intervallum/contract';
import { useParams } from 'react-router';
import { z } from 'zod';
import { api } from '../api/resources.ts';
import { useResource } from '../api/useResource.ts';
import { draftKeeper, keptDraft } from '../state/drafts.ts';
import type { Sent, SaverOptions } from '../state/saver.ts';
import { Fetched } from '../ui/Fetched.tsx';
import { NotFoundState } from '../ui/states.tsx';
import { SongDesk } from './SongDesk.tsx';

/** One song at its address. */
export function SongScreen() {
  const { songId = '' } = useParams();
  const fetched = useResource(`song:${songId}`, () => api.song(songId));
  const missing = (
    <NotFoundState title="No song at this address">
      It may have been deleted, or the address is not complete.
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what="the song" missing={missing}>
      {(song) => <SongDesk key={song.id} saving={() => saverOptions(song)} songId={songId} />}
    </Fetched>
  );
}

function saverOptions({ id, text, revision }: StoredSong): SaverOptions<string> {
  const name = `song:${id}`;
  return {
    draft: text,
    revision,
    kept: keptDraft(name, z.string()),
    keeper: draftKeeper(name),
    equal: (one, other) => one === other,
    send: (draft, from) => sendSong(id, draft, from),
  };
}

async function sendSong(id: string, text: string, revision: number): Promise<Sent<string>> {
  const answer = await api.saveSong(id, text, revision);
  switch (answer.kind) {
    case 'ok':
      return { kind: 'saved', revision: answer.value.revision };
    case 'stale': {
      const current = songSchema.parse(answer.current);
      return { kind: 'stale', theirs: current.text, revision: current.revision };
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

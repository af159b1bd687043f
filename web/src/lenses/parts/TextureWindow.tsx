import {
  barInTime,
  placeOfBar,
  setSongTextures,
  setTextures,
  tuneLineAt,
  type Cursor,
  type SongPattern,
  type Textures,
} from '@intervallum/core';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { notify } from '../../ui/notices.tsx';
import { Window } from '../../ui/Window.tsx';
import { TextureForm } from './TextureForm.tsx';
import { t } from '../../words/words.ts';

/** How the hands play the section at a cursor, in a window of its own. */
export function TextureWindow({ cursor, onClose }: { cursor: Cursor; onClose: () => void }) {
  const songDocument = useDocument();
  const song = useSong((state) => state.read.song);
  const line = tuneLineAt(song, cursor);
  if (!line) return null;
  const placed = placeOfBar(song, cursor.bar);
  const keep = (textures: Textures, patterns: readonly SongPattern[], of: 'section' | 'song') => {
    const set = of === 'song' ? setSongTextures : setTextures;
    const edited = songDocument.edit((read) => set(read, cursor, textures, patterns));
    if (!edited.ok) notify(edited.why);
    onClose();
  };
  return (
    <Window
      title={t('How the hands play {{section}}', {
        section: song.sections[line.section]?.name || t('this section'),
      })}
      isOpen
      onClose={onClose}
      width={1080}
    >
      <TextureForm
        song={song}
        section={line.section}
        bar={placed ? barInTime(placed) : 1}
        meter={placed?.meter ?? line.meters[0]!}
        onKeep={keep}
      />
    </Window>
  );
}

import {
  parseChart,
  withEdits,
  type ChartResult,
  type Edit,
  type Song,
  type SongHands,
  type Timeline,
} from '@intervallum/core';
import { useSong } from '../../document/DocumentContext.tsx';
import { useProposed } from '../../document/voicing.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { useHeard } from './useHeard.ts';

/** Something that can be heard before it is written. */
export interface Hearable {
  readonly id: string;
  readonly edit: (read: ChartResult) => Edit;
  /** What of the song as it would be is heard, by its slots. */
  readonly range: (timeline: Timeline) => { readonly from: number; readonly to: number };
  /** What hands hold in it, where the edit leaves no choice. */
  readonly hands?: (hands: SongHands, song: Song) => SongHands;
}

/** Hears a stretch of the song as an edit would leave it, once; what plays waits meanwhile. */
export function useHearEdit() {
  const read = useSong((state) => state.read);
  const proposed = useProposed();
  const { asked, hear, stop } = useHeard();
  const hearEdit = ({ id, edit, range, hands }: Hearable) => {
    const edited = edit(read);
    if (!edited.ok) return notify(edited.why);
    const { song } = parseChart(withEdits(read.text, edited.changes));
    void hear({
      id,
      find: async () => {
        const voiced = await proposed(song, hands);
        return { voiced, ...range(voiced.timeline), loop: false };
      },
      failed: t('It could not be played: its hands were not found.'),
    });
  };
  return { heard: asked, hear: hearEdit, stop } as const;
}

import { isSong, type SetDraft } from '@intervallum/contract';
import { printRoad } from '@intervallum/core';
import { RoadEditor } from '../../../lenses/parts/RoadEditor.tsx';
import { useDesk, type Opened } from '../desk/deskContext.ts';
import { t } from '../../../words/words.ts';
import { BridgeWindow } from './BridgeWindow.tsx';
import { MomentWindow } from './MomentWindow.tsx';
import { SongWindow } from './SongWindow.tsx';

/** What is open of one item: nothing, where another edit took it away meanwhile. */
export function ItemWindows({ opened }: { opened: Extract<Opened, { id: string }> }) {
  const { draft, view, open } = useDesk();
  const item = itemOf(draft, opened.id);
  const onClose = () => open(null);
  if (!item) return null;
  if (!isSong(item))
    return opened.what === 'item' ? <MomentWindow item={item} onClose={onClose} /> : null;
  switch (opened.what) {
    case 'item':
      return <SongWindow item={item} onClose={onClose} />;
    case 'road':
      return <RoadHere opened={opened} />;
    case 'bridge': {
      const seam = view.plan.seams.find(({ after }) => after === item.id);
      return seam ? <BridgeWindow item={item} seam={seam} onClose={onClose} /> : null;
    }
  }
}

const itemOf = ({ items }: SetDraft, id: string) => items.find((item) => item.id === id);

/** The way a song goes in this service, as its roadmap is made; the chart keeps its own. */
function RoadHere({ opened: { id } }: { opened: { readonly id: string } }) {
  const { draft, view, changeItem, open } = useDesk();
  const here = view.songs.get(id);
  const item = itemOf(draft, id);
  if (!here || !item || !isSong(item)) return null;
  return (
    <RoadEditor
      song={item.road === null ? here.written : here.song}
      isOpen
      backName={t('As its chart says')}
      onClose={() => open({ what: 'item', id })}
      onRoad={(road) => changeItem(id, { road: road === null ? null : printRoad(road) })}
    />
  );
}

import { isSong, type SetItem } from '@intervallum/contract';
import { DropIndicator, GridList, useDragAndDrop } from 'react-aria-components';
import styled from 'styled-components';
import { announce } from '../../ui/announce.tsx';
import { useDesk } from './desk/deskContext.ts';
import { itemName } from '../parts/service/itemName.ts';
import { MomentRow } from './rows/MomentRow.tsx';
import { SongRow } from './rows/SongRow.tsx';
import { t } from '../../words/words.ts';

const List = styled(GridList)`
  border-top: 1px solid var(--hairline);
  outline: none;
  .react-aria-DropIndicator[data-drop-target] {
    height: 4px;
    margin: -2px 0;
    border-radius: 2px;
    background: var(--accent);
  }
` as typeof GridList;

/** @example 'Winter Wheat, 2 of 4' */
const placed = (title: string, place: number, count: number) =>
  t('{{title}}, {{place}} of {{count}}', { title, place, count });

/** What is in a set in its order; dragged with the mouse or finger, or from the handle with Enter and the arrows. */
export function SetItems() {
  const { draft, songs, change } = useDesk();
  const { items } = draft;
  const { dragAndDropHooks } = useDragAndDrop<SetItem>({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    renderDropIndicator: (target) => <DropIndicator target={target} />,
    onReorder: ({ keys, target }) => {
      const moved = items.filter(({ id }) => keys.has(id));
      const rest = items.filter(({ id }) => !keys.has(id));
      const at =
        rest.findIndex(({ id }) => id === target.key) + (target.dropPosition === 'after' ? 1 : 0);
      change({ items: [...rest.slice(0, at), ...moved, ...rest.slice(at)] });
      const [first] = moved;
      if (first) announce(placed(itemName(first, songs), at + 1, items.length));
    },
  });
  return (
    <List
      aria-label={t('Songs in this set')}
      items={items}
      dependencies={[items, songs]}
      dragAndDropHooks={dragAndDropHooks}
      keyboardNavigationBehavior="tab"
      selectionMode="none"
    >
      {(item) => <ItemRow item={item} />}
    </List>
  );
}

function ItemRow({ item }: { item: SetItem }) {
  const { draft, songs, change } = useDesk();
  const { items } = draft;
  const title = itemName(item, songs);
  const at = items.indexOf(item);
  const listened = placed(title, at + 1, items.length);
  const onRemove = () => {
    change({ items: items.filter(({ id }) => id !== item.id) });
    announce(t('{{title}} is off the set', { title }));
  };
  if (!isSong(item))
    return <MomentRow item={item} name={title} listened={listened} onRemove={onRemove} />;
  const place = items.slice(0, at + 1).filter(isSong).length;
  return (
    <SongRow item={item} title={title} place={place} listened={listened} onRemove={onRemove} />
  );
}

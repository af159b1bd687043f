import type { SetItem } from '@intervallum/contract';
import { parseKey, sameKey } from '@intervallum/core';
import { GripVertical, Trash2 } from 'lucide-react';
import {
  Button,
  DropIndicator,
  GridList,
  GridListItem,
  useDragAndDrop,
} from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { keyName, keyNamed } from '../../music/rails/view.ts';
import { Opening } from '../parts/Opening.tsx';
import { reader } from '../../settings/reader.ts';
import { announce } from '../../ui/announce.tsx';
import { TextField } from '../../ui/fields.tsx';
import { display, phone } from '../../ui/theme.ts';
import type { KnownSongs } from './openSet.ts';
import { KeyChoice, KeyOffer } from './SongKey.tsx';
import { offeredKey, useSung } from './sungBefore.ts';
import { Tool } from '../../ui/Tool.tsx';
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

const Row = styled(GridListItem)`
  display: grid;
  grid-template-columns: 32px 26px minmax(0, 1fr) 128px minmax(0, 0.9fr) 44px;
  align-items: center;
  gap: 8px 14px;
  padding: 11px 4px;
  border-bottom: 1px solid var(--hairline);
  &[data-dragging] {
    opacity: 0.5;
  }
  ${phone} {
    grid-template-columns: 32px 22px minmax(0, 1fr) 44px;
  }
`;

const Grip = styled(Button)`
  display: grid;
  place-items: center;
  min-height: 40px;
  border: 0;
  border-radius: 8px;
  background: transparent;
  color: var(--soft);
  cursor: grab;
`;

const Place = styled.span`
  font: 600 20px/1 ${display};
  color: var(--soft);
  text-align: right;
`;

const Song = styled.div`
  a,
  b {
    font: 600 20px/1.25 ${display};
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  a:hover {
    text-decoration: underline;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const KeyCell = styled.div`
  ${phone} {
    grid-column: 3;
  }
`;

const Written = styled.p`
  margin-top: 3px;
  padding-left: 2px;
  font-size: 13px;
  color: var(--soft);
`;

const NoteCell = styled.div`
  ${phone} {
    grid-column: 3;
  }
`;

interface SetItemsProps {
  items: readonly SetItem[];
  songs: KnownSongs;
  onOrder: (items: SetItem[]) => void;
  onChange: (id: string, changed: Partial<SetItem>, kind?: string) => void;
}

/** The songs of a set in their order; dragged with the mouse or finger, or from the handle with Enter and the arrows. */
export function SetItems(props: SetItemsProps) {
  const { items, songs, onOrder, onChange } = props;
  const { dragAndDropHooks } = useDragAndDrop<SetItem>({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    renderDropIndicator: (target) => <DropIndicator target={target} />,
    onReorder: ({ keys, target }) => {
      const moved = items.filter(({ id }) => keys.has(id));
      const rest = items.filter(({ id }) => !keys.has(id));
      const at =
        rest.findIndex(({ id }) => id === target.key) + (target.dropPosition === 'after' ? 1 : 0);
      onOrder([...rest.slice(0, at), ...moved, ...rest.slice(at)]);
      const [first] = moved;
      if (first) announce(placed(titleOf(songs.get(first.songId)), at + 1, items.length));
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
      {(item) => (
        <ItemRow
          item={item}
          place={items.indexOf(item) + 1}
          count={items.length}
          song={songs.get(item.songId)}
          onChange={(changed, kind) => onChange(item.id, changed, kind)}
          onRemove={() => {
            onOrder(items.filter(({ id }) => id !== item.id));
            announce(t('{{title}} is off the set', { title: titleOf(songs.get(item.songId)) }));
          }}
        />
      )}
    </List>
  );
}

const titleOf = (song: ReturnType<KnownSongs['get']>) =>
  song?.summary.title || t('Song without a title');

/** @example 'Winter Wheat, 2 of 4' */
const placed = (title: string, place: number, count: number) =>
  t('{{title}}, {{place}} of {{count}}', { title, place, count });

interface ItemRowProps {
  item: SetItem;
  place: number;
  count: number;
  song: ReturnType<KnownSongs['get']>;
  onChange: (changed: Partial<SetItem>, kind?: string) => void;
  onRemove: () => void;
}

function ItemRow(props: ItemRowProps) {
  const { item, place, count, song, onChange, onRemove } = props;
  const { sung, leader } = useSung(item.songId);
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const title = titleOf(song);
  const written = parseKey(song?.summary.key ?? 'C');
  const key = written.ok ? (keyNamed(item.key, { key: written.value }) ?? written.value) : null;
  const address = item.key === null ? '' : `?key=${encodeURIComponent(item.key)}`;
  return (
    <Row id={item.id} textValue={placed(title, place, count)}>
      <Grip slot="drag" aria-label={t('Move {{title}}', { title })}>
        <GripVertical size={20} strokeWidth={1.5} aria-hidden />
      </Grip>
      <Place>{place}</Place>
      <Song>
        {song?.removed ? (
          <b>{title}</b>
        ) : (
          <Link to={`/songs/${item.songId}${address}`}>{title}</Link>
        )}
        {song?.removed ? <p>{t('No longer among the songs')}</p> : null}
        {song && !song.removed ? <Opening summary={song.summary} settings={settings} /> : null}
      </Song>
      <KeyCell>
        {key && written.ok ? (
          <KeyChoice
            title={title}
            value={key}
            written={written.value}
            sung={sung}
            onChange={(name) => onChange({ key: name })}
          />
        ) : null}
        {key && written.ok && !sameKey(key, written.value) ? (
          <Written>{t('written in {{key}}', { key: keyName(written.value, settings) })}</Written>
        ) : null}
        {key && written.ok && !song?.removed ? (
          <KeyOffer
            offered={offeredKey(sung, leader)}
            now={key}
            title={title}
            onTake={(name) => onChange({ key: name })}
          />
        ) : null}
      </KeyCell>
      <NoteCell>
        <TextField
          label={t('Note for {{title}}', { title })}
          labelHidden
          placeholder={t('Note')}
          maxLength={500}
          value={item.notes}
          onChange={(notes) => onChange({ notes }, `note:${item.id}`)}
        />
      </NoteCell>
      <Tool name={t('Remove {{title}}', { title })} onPress={onRemove}>
        <Trash2 size={18} strokeWidth={1.5} />
      </Tool>
    </Row>
  );
}

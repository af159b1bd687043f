import { may, type SongListItem, type SongOrder } from '@intervallum/contract';
import { lazy, Suspense, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMembership } from '../../queries/session.ts';
import { keepFocus } from '../../ui/focus.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { ChosenBar } from './ChosenBar.tsx';
import { actionsOf, type RowAction } from './rowActions.ts';
import { SongRow, titleOf } from './SongRow.tsx';
import { SongRows } from './SongRows.tsx';
import type { Choosing } from './useChoosing.ts';
import { useSongDoing, withTag, type Needed } from './useSongDoing.ts';
import { t } from '../../words/words.ts';

// Menu and windows are fetched when they are first asked for: the list is there sooner.
const ActionMenu = lazy(async () => ({
  default: (await import('../../ui/ActionMenu.tsx')).ActionMenu<RowAction>,
}));
const TagsWindow = lazy(async () => ({ default: (await import('./TagsWindow.tsx')).TagsWindow }));
const NeededWindow = lazy(async () => ({
  default: (await import('./NeededWindow.tsx')).NeededWindow,
}));
const AddToSet = lazy(async () => ({ default: (await import('../parts/AddToSet.tsx')).AddToSet }));

type Opened =
  | { readonly kind: 'menu'; readonly song: SongListItem; readonly from: Element }
  | { readonly kind: 'set'; readonly ids: readonly string[] }
  | { readonly kind: 'tags'; readonly songs: readonly SongListItem[] }
  | {
      readonly kind: 'needed';
      readonly needed: readonly Needed[];
      readonly songs: readonly SongListItem[];
    };

const buttonOf = (id: string) =>
  document.querySelector<HTMLElement>(`[data-song="${id}"] [aria-haspopup]`);

interface SongListProps {
  songs: readonly SongListItem[];
  total: number;
  order: SongOrder;
  choosing: Choosing;
  onMore: (() => void) | null;
}

/** The list itself, with the menu of each row and what is done with several songs at once. */
export function SongList({ songs, total, order, choosing, onMore }: SongListProps) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const doing = useSongDoing();
  const role = useMembership()?.role ?? 'guest';
  const navigate = useNavigate();
  const latest = useRef<string | null>(null);
  const close = () => setOpened(null);
  /** Songs as the list has them now, with what was given to them meanwhile. */
  const now = (ids: Iterable<string>) =>
    [...ids].flatMap((id) => songs.find((song) => song.id === id) ?? choosing.chosen.get(id) ?? []);

  /** A song without the tag of a filter leaves the list; the window goes on having it. */
  function tag(wanted: readonly SongListItem[], name: string, isGiven: boolean) {
    setOpened({ kind: 'tags', songs: wanted.map((song) => withTag(song, name, isGiven)) });
    void doing.tag(wanted, name, isGiven);
  }

  async function askAndRemove(wanted: readonly SongListItem[]) {
    const needed = await doing.neededBy(wanted);
    if (needed === null)
      return notify(t('It cannot be known now which sets need this. Try again in a moment.'));
    if (needed.length > 0) setOpened({ kind: 'needed', needed, songs: wanted });
    else await remove(wanted);
  }

  async function remove(wanted: readonly SongListItem[]) {
    const gone = new Set(wanted.map(({ id }) => id));
    const from = songs.findIndex(({ id }) => gone.has(id));
    const next = [...songs.slice(from), ...songs.slice(0, from).reverse()].find(
      ({ id }) => !gone.has(id),
    );
    await doing.remove(wanted);
    if (choosing.isOn) choosing.choose(wanted, false);
    keepFocus(() => (next ? buttonOf(next.id) : null));
  }

  const does: Readonly<Record<RowAction, (song: SongListItem) => void>> = {
    open: ({ id }) => void navigate(`/songs/${id}`),
    stand: ({ id }) => void navigate(`/songs/${id}/stand`),
    duplicate: (song) => void doing.duplicate(song),
    set: ({ id }) => setOpened({ kind: 'set', ids: [id] }),
    tags: (song) => setOpened({ kind: 'tags', songs: [song] }),
    choose: (song) => choosing.begin(song),
    delete: (song) => void askAndRemove([song]),
  };

  const { onChoose, onFavourite, onMenu } = useSteady({
    onChoose: (song: SongListItem, isChosen: boolean, withShift: boolean) => {
      const from = songs.findIndex(({ id }) => id === latest.current);
      const to = songs.findIndex(({ id }) => id === song.id);
      latest.current = song.id;
      const [first, last] = from < to ? [from, to] : [to, from];
      choosing.choose(withShift && first >= 0 ? songs.slice(first, last + 1) : [song], isChosen);
    },
    onFavourite: (song: SongListItem) => void doing.favourite([song], !song.favourite),
    onMenu: (song: SongListItem, from: Element) => setOpened({ kind: 'menu', song, from }),
  });

  const chosen = now(choosing.chosen.keys());
  const inTags =
    opened?.kind === 'tags'
      ? opened.songs.map((song) => songs.find(({ id }) => id === song.id) ?? song)
      : [];
  const areAtHand = chosen.every(({ favourite }) => favourite);
  return (
    <>
      <SongRows songs={songs} total={total} onMore={onMore}>
        {(song) => (
          <SongRow
            song={song}
            order={order}
            isChosen={choosing.isOn ? choosing.chosen.has(song.id) : null}
            onChoose={onChoose}
            onFavourite={may(role, 'write') ? onFavourite : null}
            onMenu={onMenu}
          />
        )}
      </SongRows>
      {choosing.isOn ? (
        <ChosenBar
          count={chosen.length}
          areAtHand={areAtHand}
          mayPlan={may(role, 'plan')}
          onAdd={() => setOpened({ kind: 'set', ids: [...choosing.chosen.keys()] })}
          onTags={() => setOpened({ kind: 'tags', songs: chosen })}
          onFavourite={() => void doing.favourite(chosen, !areAtHand)}
          onDelete={() => void askAndRemove(chosen)}
          onNone={choosing.none}
        />
      ) : null}
      <Suspense fallback={null}>
        {opened?.kind === 'menu' ? (
          <ActionMenu
            label={titleOf(opened.song)}
            from={opened.from}
            actions={actionsOf(role)}
            placement="bottom end"
            onAction={(action) => does[action](opened.song)}
            onClose={close}
          />
        ) : null}
        {opened?.kind === 'set' ? (
          <AddToSet
            songs={now(opened.ids).map((song) => ({ id: song.id, title: titleOf(song) }))}
            inKey={null}
            isOpen
            onClose={close}
          />
        ) : null}
        {opened?.kind === 'tags' ? (
          <TagsWindow
            songs={inTags}
            onTag={(name, isGiven) => tag(inTags, name, isGiven)}
            onClose={close}
          />
        ) : null}
        {opened?.kind === 'needed' ? (
          <NeededWindow
            needed={opened.needed}
            count={opened.songs.length}
            onDelete={() => {
              close();
              void remove(opened.songs);
            }}
            onClose={close}
          />
        ) : null}
      </Suspense>
    </>
  );
}

import {
  isSong,
  plainSongItem,
  type KeptKey,
  type SetDraft,
  type SetItem,
} from '@intervallum/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { useStore } from 'zustand';
import { fillScreen } from '../../device/fullScreen.ts';
import { saveFile } from '../../device/saveFile.ts';
import { onSavedElsewhere } from '../../device/storage/otherTabs.ts';
import { useLeftOpen } from '../../document/leftOpen.ts';
import { SaveMark } from '../../document/SaveMark.tsx';
import { redo, remember, undo } from '../../document/steps.ts';
import { keptNames, useKeptAt } from '../../queries/kept.ts';
import { KeptNote } from '../../queries/KeptNote.tsx';
import { keptKeysQuery } from '../../queries/keptKeys.ts';
import { setsQuery, sungKeysQuery } from '../../queries/queries.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { announce } from '../../ui/announce.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { useHelp } from '../../ui/help.ts';
import { notify } from '../../ui/notices.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { phone } from '../../ui/theme.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { OtherDrafts } from '../parts/DraftsNotice.tsx';
import { OthersHere } from '../parts/OthersHere.tsx';
import { ShareWindow } from '../parts/ShareWindow.tsx';
import { AddSongs } from './AddSongs.tsx';
import { DeskContext, type DeskState, type Opened } from './desk/deskContext.ts';
import { DeskFacts } from './DeskFacts.tsx';
import { DeskTop } from './DeskTop.tsx';
import { Advice } from './flow/Advice.tsx';
import { FlowStrip } from './flow/FlowStrip.tsx';
import { useServiceView } from '../parts/service/useServiceView.ts';
import { setHelp } from './help.ts';
import { followSet, leftSets, type OpenedSet } from './openSet.ts';
import { orderTable } from './orderTable.ts';
import { orderOf } from '../parts/service/serviceOrder.ts';
import { SetConflict } from './SetConflict.tsx';
import { SetItems } from './SetItems.tsx';
import { SetVersions } from './SetVersions.tsx';
import { byTheirSongs, type SungBefore } from './desk/sungBefore.ts';
import { ItemWindows } from './windows/DeskWindows.tsx';
import { DuplicateWindow } from './windows/DuplicateWindow.tsx';
import { t } from '../../words/words.ts';

const Sheet = styled.div`
  max-width: 1080px;
  margin: 0 auto;
  padding: 18px 28px 64px;
  ${phone} {
    padding: 14px 14px 40px;
  }
`;

/** A service opened for work: its day, what is in it and in which order, how one song goes into the next. */
export function SetDesk({ opened: set }: { opened: OpenedSet }) {
  const { id: setId, saver, beside } = set;
  const { draft, status, revision } = useStore(saver.store);
  const { songs, steps } = useStore(beside);
  useLeftOpen(leftSets, setId, set);
  useEffect(
    () =>
      onSavedElsewhere({ kind: 'set', id: setId }, set.savesBefore, () => {
        void followSet(set);
      }),
    [setId, set],
  );
  const keptAt = useKeptAt(keptNames.set(setId));
  const navigate = useNavigate();
  const [opened, setOpened] = useState<Opened | null>(null);
  const ids = useSongIds(draft.items);
  const before = useSungBefore(setId, ids);
  const kept = useQuery(keptKeysQuery(ids)).data?.kept ?? noKept;
  const view = useServiceView(draft, songs);
  const clash = useClash(setId, draft);
  useHelp(setHelp);
  useTitle(draft.name);

  const travel = (step: typeof undo) => {
    const moved = step(steps, draft);
    if (!moved) return;
    beside.setState({ steps: moved.steps });
    saver.edit(moved.document);
    announce(step === undo ? t('Taken back') : t('Done again'));
  };
  const actions = useSteady({
    // Every change goes through here, so that each can be undone; `kind` joins what is typed into one field.
    change: (changed: Partial<SetDraft>, kind: string | null = null) => {
      beside.setState({ steps: remember(steps, draft, kind) });
      saver.edit({ ...draft, ...changed });
    },
    changeItem: (id: string, changed: Partial<SetItem>, kind?: string) =>
      actions.change(
        {
          items: draft.items.map((item) =>
            item.id === id ? ({ ...item, ...changed } as SetItem) : item,
          ),
        },
        kind,
      ),
    open: setOpened,
  });
  const state = useMemo<DeskState>(
    () => ({ draft, songs, view, before, kept, ...actions }),
    [draft, songs, view, before, kept, actions],
  );

  /** The stand shows what the server has. */
  const toStand = () => {
    fillScreen();
    void saver.flush().then(() => navigate(`/sets/${setId}/stand`));
  };
  const toPath = () => void saver.flush().then(() => navigate(`/sets/${setId}/path`));
  const toPaper = () => void saver.flush().then(() => navigate(`/sets/${setId}/print`));
  const fileName = draft.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'service';
  const toTable = () =>
    saveFile(orderTable(orderOf(state)), `${fileName}.csv`, 'text/csv;charset=utf-8');
  const toCalendar = async () => {
    const { serviceCalendar } = await import('./calendar.ts');
    const lines = orderOf(state);
    const address = `${location.origin}/sets/${setId}`;
    const { seconds } = view.plan;
    const text = serviceCalendar({ id: setId, revision, draft, seconds, lines, address });
    if (text === null) return notify(t('Say its day first: a calendar has to know when it is.'));
    saveFile(text, `${fileName}.ics`, 'text/calendar;charset=utf-8');
  };

  /** The other version may hold songs that this screen has not seen yet. */
  const takeTheirs = async () => {
    saver.takeTheirs();
    await followSet(set);
  };

  const onKeys = (event: React.KeyboardEvent) => {
    const inText =
      event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (inText || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    event.preventDefault();
    travel(event.shiftKey ? redo : undo);
  };

  return (
    <DeskContext value={state}>
      <Sheet onKeyDown={onKeys}>
        {keptAt === null ? null : (
          <KeptNote at={keptAt} isWritten onTry={() => void followSet(set)} />
        )}
        <DeskTop
          canUndo={steps.past.length > 0}
          canRedo={steps.future.length > 0}
          onUndo={() => travel(undo)}
          onRedo={() => travel(redo)}
          onStand={toStand}
          onPaper={toPaper}
          onCalendar={() => void toCalendar()}
          onTable={toTable}
          onBand={() => void navigate(`/sets/${setId}/band`)}
          onStage={() => void navigate(`/sets/${setId}/stage`)}
          onPlayed={() => void navigate(`/sets/${setId}/played`)}
        >
          <SaveMark status={status} />
          <OthersHere at={{ kind: 'set', id: setId }} />
        </DeskTop>
        <OtherDrafts count={set.otherDrafts} what="set" />
        <DeskFacts clash={clash} onPath={toPath} />
        {draft.items.length === 0 ? (
          <EmptyState
            title={t('No songs in this set')}
            action={
              <PrimaryButton onPress={() => setOpened({ what: 'songs' })}>
                {t('Add songs')}
              </PrimaryButton>
            }
          >
            {t('Add them in the order of the service; each can have a key of its own.')}
          </EmptyState>
        ) : (
          <>
            <FlowStrip />
            <Advice />
            <SetItems />
          </>
        )}
      </Sheet>
      {opened !== null && 'id' in opened ? <ItemWindows opened={opened} /> : null}
      {opened?.what === 'duplicate' ? (
        <DuplicateWindow draft={draft} onClose={() => setOpened(null)} />
      ) : null}
      <AddSongs
        isOpen={opened?.what === 'songs'}
        onClose={() => setOpened(null)}
        onAdd={({ id, summary }) => {
          beside.setState({ songs: new Map([...songs, [id, { summary, removed: false }]]) });
          const item = plainSongItem({ id: uuidv7(), songId: id });
          actions.change({ items: [...draft.items, item] });
        }}
      />
      <SetVersions
        setId={setId}
        isOpen={opened?.what === 'versions'}
        onClose={() => setOpened(null)}
        onPutBack={(version, inIt, savedAt) => {
          beside.setState({ songs: new Map([...songs, ...inIt]) });
          actions.change(version);
          notify(
            t('The version of {{when}} is back', { when: momentInWords(Date.parse(savedAt)) }),
          );
        }}
      />
      <ShareWindow
        target={{ kind: 'set', id: setId }}
        name={draft.name}
        isOpen={opened?.what === 'share'}
        onClose={() => setOpened(null)}
      />
      <SetConflict
        status={status}
        mine={draft}
        songs={songs}
        onKeepMine={saver.keepMine}
        onTakeTheirs={() => void takeTheirs()}
      />
    </DeskContext>
  );
}

const noKept: readonly KeptKey[] = [];

/** The songs of a set, each once; the same list for as long as no other comes in. */
function useSongIds(items: readonly SetItem[]): readonly string[] {
  const told = [...new Set(items.filter(isSong).map(({ songId }) => songId))].sort().join();
  return useMemo(() => told.split(',').filter(Boolean), [told]);
}

/** The keys that the songs of a set were sung in before; asked anew only where other songs come in. */
function useSungBefore(setId: string, ids: readonly string[]): SungBefore {
  const { data } = useQuery(sungKeysQuery(setId, ids));
  return useMemo(() => byTheirSongs(data?.keys ?? []), [data]);
}

/** Another service on the same day at the same time, by its name; null where none is known. */
function useClash(setId: string, { date, begins }: SetDraft): string | null {
  const { data } = useInfiniteQuery(setsQuery());
  if (date === null || begins === null) return null;
  const all = data?.pages.flatMap(({ sets }) => sets) ?? [];
  const other = all.find((set) => set.id !== setId && set.date === date && set.begins === begins);
  return other?.name ?? null;
}

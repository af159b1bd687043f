import type { SetDraft, SetItem } from '@intervallum/contract';
import { History, MonitorPlay, Plus, Printer, Redo2, Share2, Undo2 } from 'lucide-react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { useStore } from 'zustand';
import { fillScreen } from '../../device/fullScreen.ts';
import { onSavedElsewhere } from '../../device/storage/otherTabs.ts';
import { OtherDrafts } from '../parts/DraftsNotice.tsx';
import { OthersHere } from '../parts/OthersHere.tsx';
import { ShareWindow } from '../parts/ShareWindow.tsx';
import { redo, remember, undo } from '../../document/steps.ts';
import { useLeftOpen } from '../../document/leftOpen.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { announce } from '../../ui/announce.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { SaveMark } from '../../document/SaveMark.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { display, phone } from '../../ui/theme.ts';
import { AddSongs } from './AddSongs.tsx';
import { SetConflict } from './SetConflict.tsx';
import { SetItems } from './SetItems.tsx';
import { SetVersions } from './SetVersions.tsx';
import { keptNames, useKeptAt } from '../../queries/kept.ts';
import { KeptNote } from '../../queries/KeptNote.tsx';
import { followSet, leftSets, type OpenedSet } from './openSet.ts';
import { useHelp } from '../../ui/help.ts';
import { setHelp } from './help.ts';
import { sungKeysQuery } from '../../queries/queries.ts';
import { byTheirSongs, SungContext, type SungBefore } from './sungBefore.ts';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';

const Sheet = styled.div`
  max-width: 1080px;
  margin: 0 auto;
  padding: 18px 28px 64px;
  ${phone} {
    padding: 14px 14px 40px;
  }
`;

const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-bottom: 12px;
  @media print {
    display: none;
  }
`;

const Spacer = styled.span`
  flex: 1;
`;

const Name = styled(TextField)`
  input {
    padding: 2px 8px;
    margin-left: -9px;
    border-color: transparent;
    background: transparent;
    font: 600 30px/1.3 ${display};
  }
  input:hover {
    border-color: var(--rail);
  }
`;

const Facts = styled.div`
  display: grid;
  grid-template-columns: 170px 220px minmax(0, 1fr);
  gap: 12px 16px;
  margin: 10px 0 22px;
  ${phone} {
    grid-template-columns: 1fr 1fr;
    > :last-child {
      grid-column: 1 / -1;
    }
  }
`;

/** A set opened for work: its day, its songs in their order, a key and a note for each. */
export function SetDesk({ opened: set }: { opened: OpenedSet }) {
  const { id: setId, saver, beside } = set;
  const { draft, status } = useStore(saver.store);
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
  const [opened, setOpened] = useState<'share' | 'songs' | 'versions' | null>(null);
  const before = useSungBefore(setId, draft.items);
  const { leader } = draft;
  const sung = useMemo(() => ({ before, leader }), [before, leader]);
  useHelp(setHelp);
  useTitle(draft.name);

  /** Every change goes through here, so that each can be undone; `kind` joins what is typed into one field. */
  const change = (changed: Partial<SetDraft>, kind: string | null = null) => {
    beside.setState({ steps: remember(steps, draft, kind) });
    saver.edit({ ...draft, ...changed });
  };
  const travel = (step: typeof undo) => {
    const moved = step(steps, draft);
    if (!moved) return;
    beside.setState({ steps: moved.steps });
    saver.edit(moved.document);
    announce(step === undo ? t('Taken back') : t('Done again'));
  };
  const changeItem = (id: string, changed: Partial<SetItem>, kind: string | null = null) =>
    change(
      { items: draft.items.map((item) => (item.id === id ? { ...item, ...changed } : item)) },
      kind,
    );

  /** The stand shows what the server has. */
  const toStand = () => {
    fillScreen();
    void saver.flush().then(() => navigate(`/sets/${setId}/stand`));
  };

  const toPaper = () => void saver.flush().then(() => navigate(`/sets/${setId}/print`));

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
    <Sheet onKeyDown={onKeys}>
      {keptAt === null ? null : (
        <KeptNote at={keptAt} isWritten onTry={() => void followSet(set)} />
      )}
      <Top>
        <SaveMark status={status} />
        <OthersHere at={{ kind: 'set', id: setId }} />
        <Spacer />
        <Tool
          name={t('Undo')}
          keyName="Ctrl Z"
          isDisabled={steps.past.length === 0}
          onPress={() => travel(undo)}
        >
          <Undo2 size={18} strokeWidth={1.5} />
        </Tool>
        <Tool
          name={t('Redo')}
          keyName="Ctrl Shift Z"
          isDisabled={steps.future.length === 0}
          onPress={() => travel(redo)}
        >
          <Redo2 size={18} strokeWidth={1.5} />
        </Tool>
        {draft.items.length > 0 ? (
          <Button onPress={toStand}>
            <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> {t('Stand')}
          </Button>
        ) : null}
        <Button onPress={() => setOpened('share')}>
          <Share2 size={18} strokeWidth={1.5} aria-hidden /> {t('Share')}
        </Button>
        <Tool name={t('Earlier versions')} onPress={() => setOpened('versions')}>
          <History size={18} strokeWidth={1.5} />
        </Tool>
        <Tool name={t('Print')} onPress={toPaper}>
          <Printer size={18} strokeWidth={1.5} />
        </Tool>
        <PrimaryButton onPress={() => setOpened('songs')}>
          <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('Add songs')}
        </PrimaryButton>
      </Top>

      <OtherDrafts count={set.otherDrafts} what="set" />
      <Name
        label={t('Name of the set')}
        labelHidden
        value={draft.name}
        maxLength={120}
        onChange={(name) => change({ name }, 'name')}
      />
      <Facts>
        <TextField
          label={t('Date')}
          type="date"
          value={draft.date ?? ''}
          onChange={(date) => change({ date: date || null }, 'date')}
        />
        <TextField
          label={t('Led by')}
          value={draft.leader}
          maxLength={80}
          onChange={(leader) => change({ leader }, 'leader')}
        />
        <TextField
          label={t('Notes for everyone')}
          lines={1}
          value={draft.notes}
          maxLength={2000}
          onChange={(notes) => change({ notes }, 'notes')}
        />
      </Facts>

      {draft.items.length === 0 ? (
        <EmptyState
          title={t('No songs in this set')}
          action={
            <PrimaryButton onPress={() => setOpened('songs')}>{t('Add songs')}</PrimaryButton>
          }
        >
          {t('Add them in the order of the service; each can have a key of its own.')}
        </EmptyState>
      ) : (
        <SungContext value={sung}>
          <SetItems
            items={draft.items}
            songs={songs}
            onOrder={(items) => change({ items })}
            onChange={changeItem}
          />
        </SungContext>
      )}

      <AddSongs
        isOpen={opened === 'songs'}
        onClose={() => setOpened(null)}
        onAdd={({ id, summary }) => {
          beside.setState({ songs: new Map([...songs, [id, { summary, removed: false }]]) });
          const item = { id: uuidv7(), songId: id, key: null, notes: '' };
          change({ items: [...draft.items, item] });
        }}
      />
      <SetVersions
        setId={setId}
        isOpen={opened === 'versions'}
        onClose={() => setOpened(null)}
        onPutBack={(version, inIt, savedAt) => {
          beside.setState({ songs: new Map([...songs, ...inIt]) });
          change(version);
          notify(
            t('The version of {{when}} is back', { when: momentInWords(Date.parse(savedAt)) }),
          );
        }}
      />
      <ShareWindow
        target={{ kind: 'set', id: setId }}
        name={draft.name}
        isOpen={opened === 'share'}
        onClose={() => setOpened(null)}
      />
      <SetConflict
        status={status}
        mine={draft}
        songs={songs}
        onKeepMine={saver.keepMine}
        onTakeTheirs={() => void takeTheirs()}
      />
    </Sheet>
  );
}

/** The keys that the songs of a set were sung in before; asked anew only where other songs come in. */
function useSungBefore(setId: string, items: readonly SetItem[]): SungBefore {
  const ids = [...new Set(items.map(({ songId }) => songId))].sort();
  const { data } = useQuery(sungKeysQuery(setId, ids));
  return useMemo(() => byTheirSongs(data?.keys ?? []), [data]);
}

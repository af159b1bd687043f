import { isSong, mostItems, type MomentItem } from '@intervallum/contract';
import { momentKinds, type MomentKind } from '@intervallum/core';
import {
  Ellipsis,
  History,
  MonitorPlay,
  Plus,
  Printer,
  RadioTower,
  Redo2,
  Share2,
  Undo2,
} from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { ActionMenu } from '../../ui/ActionMenu.tsx';
import { Button, IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Tool } from '../../ui/Tool.tsx';
import { momentNames } from '../parts/service/momentNames.ts';
import { useDesk } from './desk/deskContext.ts';
import { t } from '../../words/words.ts';

const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 10px;
  margin-bottom: 12px;
  @media print {
    display: none;
  }
`;

const Spacer = styled.span`
  flex: 1;
`;

interface DeskTopProps {
  /** What is said of saving, and of who else is here. */
  children: ReactNode;
  canUndo: boolean;
  canRedo: boolean;
  onUndo: () => void;
  onRedo: () => void;
  onStand: () => void;
  onPaper: () => void;
  onCalendar: () => void;
  onTable: () => void;
  onBand: () => void;
  onStage: () => void;
  onPlayed: () => void;
}

/** Whatever can be done with the whole service. */
export function DeskTop(props: DeskTopProps) {
  const { children, canUndo, canRedo, onUndo, onRedo, onStand, onPaper, onCalendar, onTable } =
    props;
  const { onBand, onStage, onPlayed } = props;
  const { draft, change, open } = useDesk();
  const [menu, setMenu] = useState<{ of: 'moments' | 'service'; from: Element } | null>(null);
  const does = {
    calendar: onCalendar,
    band: onBand,
    played: onPlayed,
    table: onTable,
    again: () => open({ what: 'duplicate' }),
  };
  const isFull = draft.items.length >= mostItems;
  const addMoment = (kind: MomentKind) => {
    const item: MomentItem = {
      ...{ id: uuidv7(), kind, name: momentNames[kind], minutes: usualMinutes[kind] },
      ...{ who: '', notes: '', bed: null, fixed: false },
    };
    change({ items: [...draft.items, item] });
    notify(t('“{{title}}” added', { title: item.name }));
  };
  const sayFull = () =>
    notify(
      t('A service holds {{count}} things at most: put what follows into another one.', {
        count: mostItems,
      }),
    );
  return (
    <Top>
      {children}
      <Spacer />
      <Tool name={t('Undo')} keyName="Ctrl Z" isDisabled={!canUndo} onPress={onUndo}>
        <Undo2 size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Redo')} keyName="Ctrl Shift Z" isDisabled={!canRedo} onPress={onRedo}>
        <Redo2 size={18} strokeWidth={1.5} />
      </Tool>
      {draft.items.some(isSong) ? (
        <Button onPress={onStand}>
          <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> {t('Stand')}
        </Button>
      ) : null}
      <Button onPress={onStage}>
        <RadioTower size={18} strokeWidth={1.5} aria-hidden /> {t('On stage')}
      </Button>
      <Button onPress={() => open({ what: 'share' })}>
        <Share2 size={18} strokeWidth={1.5} aria-hidden /> {t('Share')}
      </Button>
      <Tool name={t('Earlier versions')} onPress={() => open({ what: 'versions' })}>
        <History size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Print')} onPress={onPaper}>
        <Printer size={18} strokeWidth={1.5} />
      </Tool>
      <IconButton
        aria-label={t('More')}
        aria-haspopup="menu"
        onPress={({ target }) => setMenu({ of: 'service', from: target })}
      >
        <Ellipsis size={20} strokeWidth={1.5} />
      </IconButton>
      <Button
        onPress={({ target }) => (isFull ? sayFull() : setMenu({ of: 'moments', from: target }))}
        aria-haspopup="menu"
      >
        <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('Reading, prayer')}
      </Button>
      {menu?.of === 'moments' ? (
        <ActionMenu
          label={t('What is added')}
          from={menu.from}
          placement="bottom end"
          actions={momentKinds.map((id) => ({ id, name: momentNames[id] }))}
          onAction={addMoment}
          onClose={() => setMenu(null)}
        />
      ) : null}
      {menu?.of === 'service' ? (
        <ActionMenu
          label={t('More')}
          from={menu.from}
          placement="bottom end"
          actions={serviceActions}
          onAction={(id) => does[id]()}
          onClose={() => setMenu(null)}
        />
      ) : null}
      <PrimaryButton onPress={() => (isFull ? sayFull() : open({ what: 'songs' }))}>
        <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('Add songs')}
      </PrimaryButton>
    </Top>
  );
}

const serviceActions = [
  { id: 'band', name: t('What each player gets') },
  { id: 'played', name: t('As it was played') },
  { id: 'calendar', name: t('Put it in a calendar') },
  { id: 'table', name: t('As a table') },
  { id: 'again', name: t('Use it again') },
] as const;

/** How long they mostly take (common practice, no published source). */
const usualMinutes: Readonly<Record<MomentKind, number>> = {
  reading: 3,
  prayer: 3,
  talk: 20,
  moment: 2,
};

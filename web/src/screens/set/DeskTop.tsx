import { isSong, mostItems, type MomentItem } from '@intervallum/contract';
import { momentKinds, type MomentKind } from '@intervallum/core';
import {
  CalendarPlus,
  CopyPlus,
  FileSpreadsheet,
  History,
  MonitorPlay,
  Plus,
  Printer,
  Redo2,
  Share2,
  Undo2,
} from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { ActionMenu } from '../../ui/ActionMenu.tsx';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
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
}

/** Whatever can be done with the whole service. */
export function DeskTop(props: DeskTopProps) {
  const { children, canUndo, canRedo, onUndo, onRedo, onStand, onPaper, onCalendar, onTable } =
    props;
  const { draft, change, open } = useDesk();
  const [menuFrom, setMenuFrom] = useState<Element | null>(null);
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
      <Button onPress={() => open({ what: 'share' })}>
        <Share2 size={18} strokeWidth={1.5} aria-hidden /> {t('Share')}
      </Button>
      <Tool name={t('Earlier versions')} onPress={() => open({ what: 'versions' })}>
        <History size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Print')} onPress={onPaper}>
        <Printer size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Put it in a calendar')} onPress={onCalendar}>
        <CalendarPlus size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('As a table')} onPress={onTable}>
        <FileSpreadsheet size={18} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Use it again')} onPress={() => open({ what: 'duplicate' })}>
        <CopyPlus size={18} strokeWidth={1.5} />
      </Tool>
      <Button
        onPress={({ target }) => (isFull ? sayFull() : setMenuFrom(target))}
        aria-haspopup="menu"
      >
        <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('Reading, prayer')}
      </Button>
      {menuFrom ? (
        <ActionMenu
          label={t('What is added')}
          from={menuFrom}
          placement="bottom end"
          actions={momentKinds.map((id) => ({ id, name: momentNames[id] }))}
          onAction={addMoment}
          onClose={() => setMenuFrom(null)}
        />
      ) : null}
      <PrimaryButton onPress={() => (isFull ? sayFull() : open({ what: 'songs' }))}>
        <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('Add songs')}
      </PrimaryButton>
    </Top>
  );
}

/** How long they mostly take (common practice, no published source). */
const usualMinutes: Readonly<Record<MomentKind, number>> = {
  reading: 3,
  prayer: 3,
  talk: 20,
  moment: 2,
};

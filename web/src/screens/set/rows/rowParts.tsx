import { minutesOf } from '@intervallum/core';
import { Ellipsis, GripVertical, Trash2 } from 'lucide-react';
import { Button, GridListItem } from 'react-aria-components';
import styled from 'styled-components';
import { TextField } from '../../../ui/fields.tsx';
import { display, phone } from '../../../ui/theme.ts';
import { Tool } from '../../../ui/Tool.tsx';
import { useDesk } from '../desk/deskContext.ts';
import { clockAt } from '../../parts/service/clock.ts';
import { t } from '../../../words/words.ts';

export const Row = styled(GridListItem)`
  display: grid;
  grid-template-columns: 32px 52px minmax(0, 1.2fr) 128px minmax(0, 0.8fr) 44px 44px;
  align-items: center;
  gap: 6px 12px;
  padding: 11px 4px;
  border-bottom: 1px solid var(--hairline);
  &[data-dragging] {
    opacity: 0.5;
  }
  ${phone} {
    grid-template-columns: 32px 44px minmax(0, 1fr) 44px 44px;
    gap: 6px 8px;
    /* What can be done with it stands beside its name, though it comes last. */
    grid-auto-flow: dense;
  }
`;

/** What stands under the name on a phone, and beside it elsewhere. */
export const Beside = styled.div`
  ${phone} {
    grid-column: 3 / -1;
  }
`;

/** The name of an item, and what is said of it beneath. */
export const Named = styled.div`
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
    margin-top: 2px;
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

const GripButton = styled(Button)`
  display: grid;
  place-items: center;
  min-height: 40px;
  border: 0;
  border-radius: 8px;
  background: transparent;
  color: var(--soft);
  cursor: grab;
`;

/** By what a row is moved. */
export function Grip({ name }: { name: string }) {
  return (
    <GripButton slot="drag" aria-label={t('Move {{title}}', { title: name })}>
      <GripVertical size={20} strokeWidth={1.5} aria-hidden />
    </GripButton>
  );
}

const Place = styled.span`
  display: grid;
  justify-items: end;
  gap: 3px;
  font: 600 20px/1 ${display};
  color: var(--soft);
  font-variant-numeric: tabular-nums lining-nums;
  small {
    font-size: 14px;
    font-weight: 400;
  }
`;

/** Which number an item has among the songs, and when it begins. */
export function PlaceAndClock({ id, place }: { id: string; place: number | null }) {
  const { draft, view } = useDesk();
  const timed = view.plan.items.find((one) => one.id === id);
  return (
    <Place>
      {place === null ? null : <span>{place}</span>}
      {timed ? <small>{clockAt(draft.begins, timed.begins)}</small> : null}
    </Place>
  );
}

/** How long an item takes, in minutes and seconds; empty where that is not known. */
export function useLength(id: string): string {
  const timed = useDesk().view.plan.items.find((one) => one.id === id);
  if (!timed) return '';
  const length = `${minutesOf(timed.seconds)}${timed.isOpen ? '+' : ''}`;
  return timed.isMeasured ? t('{{length}} as played', { length }) : length;
}

interface NamedRowProps {
  id: string;
  name: string;
}

/** What is noted of an item here. */
export function NoteCell({ id, name, note }: NamedRowProps & { note: string }) {
  const { changeItem } = useDesk();
  return (
    <Beside>
      <TextField
        label={t('Note for {{title}}', { title: name })}
        labelHidden
        placeholder={t('Note')}
        maxLength={500}
        value={note}
        onChange={(notes) => changeItem(id, { notes }, `note:${id}`)}
      />
    </Beside>
  );
}

/** What can be done with an item: how it goes here, and off the set with it. */
export function RowTools({ id, name, onRemove }: NamedRowProps & { onRemove: () => void }) {
  const { open } = useDesk();
  return (
    <>
      <Tool
        name={t('How {{title}} goes here', { title: name })}
        onPress={() => open({ what: 'item', id })}
      >
        <Ellipsis size={20} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Remove {{title}}', { title: name })} onPress={onRemove}>
        <Trash2 size={18} strokeWidth={1.5} />
      </Tool>
    </>
  );
}

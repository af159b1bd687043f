import { mostMinutes, type MomentItem } from '@intervallum/contract';
import { Ellipsis, Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { MinutesField, TextField } from '../../../ui/fields.tsx';
import { Tool } from '../../../ui/Tool.tsx';
import { momentNames } from '../../parts/service/momentNames.ts';
import { useDesk } from '../desk/deskContext.ts';
import { t } from '../../../words/words.ts';
import { Beside, Grip, Named, PlaceAndClock, Row } from './rowParts.tsx';

const Spoken = styled(Row)`
  background: color-mix(in srgb, var(--panel) 55%, transparent);
`;

interface MomentRowProps {
  item: MomentItem;
  name: string;
  listened: string;
  onRemove: () => void;
}

/** Something spoken: what, who, how long, and what is played under it. */
export function MomentRow({ item, name, listened, onRemove }: MomentRowProps) {
  const { changeItem, open } = useDesk();
  const facts = [
    item.name === '' ? '' : momentNames[item.kind],
    item.who,
    item.bed !== null && t('with a bed under it'),
    item.fixed && t('keeps its place'),
  ];
  return (
    <Spoken id={item.id} textValue={listened}>
      <Grip name={name} />
      <PlaceAndClock id={item.id} place={null} />
      <Named>
        <b>{name}</b>
        <p>{facts.filter(Boolean).join(' · ')}</p>
      </Named>
      <Beside>
        <MinutesField
          label={t('Minutes of {{title}}', { title: name })}
          labelHidden
          value={item.minutes}
          most={mostMinutes}
          onChange={(minutes) =>
            changeItem(item.id, { minutes: minutes ?? 0 }, `minutes:${item.id}`)
          }
        />
      </Beside>
      <Beside>
        <TextField
          label={t('Note for {{title}}', { title: name })}
          labelHidden
          placeholder={t('Note')}
          maxLength={500}
          value={item.notes}
          onChange={(notes) => changeItem(item.id, { notes }, `note:${item.id}`)}
        />
      </Beside>
      <Tool
        name={t('How {{title}} goes here', { title: name })}
        onPress={() => open({ what: 'item', id: item.id })}
      >
        <Ellipsis size={20} strokeWidth={1.5} />
      </Tool>
      <Tool name={t('Remove {{title}}', { title: name })} onPress={onRemove}>
        <Trash2 size={18} strokeWidth={1.5} />
      </Tool>
    </Spoken>
  );
}

import { mostMinutes, type MomentItem } from '@intervallum/contract';
import styled from 'styled-components';
import { MinutesField } from '../../../ui/fields.tsx';
import { momentNames } from '../../parts/service/momentNames.ts';
import { useDesk } from '../desk/deskContext.ts';
import { t } from '../../../words/words.ts';
import { Beside, Grip, Named, NoteCell, PlaceAndClock, Row, RowTools } from './rowParts.tsx';

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
  const { changeItem } = useDesk();
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
      <NoteCell id={item.id} name={name} note={item.notes} />
      <RowTools id={item.id} name={name} onRemove={onRemove} />
    </Spoken>
  );
}

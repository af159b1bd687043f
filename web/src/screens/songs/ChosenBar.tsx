import { ListPlus, Star, Tag, Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { phone } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Bar = styled.div`
  position: sticky;
  bottom: 12px;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 16px;
  padding: 10px 14px;
  border: 1px solid var(--rail);
  border-radius: 14px;
  background: var(--card);
  box-shadow: 0 8px 24px rgb(0 0 0 / 0.18);
  p {
    margin-right: auto;
    font-weight: 600;
  }
  ${phone} {
    bottom: 68px;
  }
`;

interface ChosenBarProps {
  count: number;
  /** Whether each of them is at hand. */
  areAtHand: boolean;
  /** Whether the one who chose may change sets and delete songs. */
  mayPlan: boolean;
  onAdd: () => void;
  onTags: () => void;
  onFavourite: () => void;
  onDelete: () => void;
  onNone: () => void;
}

/** What can be done with the songs that were chosen. */
export function ChosenBar(props: ChosenBarProps) {
  const { count, areAtHand, mayPlan, onAdd, onTags, onFavourite, onDelete, onNone } = props;
  const isDisabled = count === 0;
  return (
    <Bar role="toolbar" aria-label={t('The songs that are chosen')}>
      <p role="status">{count === 0 ? t('No song is chosen') : t('{{count}} chosen', { count })}</p>
      {mayPlan ? (
        <Button isDisabled={isDisabled} onPress={onAdd}>
          <ListPlus size={18} strokeWidth={1.5} aria-hidden /> {t('Add to a set')}
        </Button>
      ) : null}
      <Button isDisabled={isDisabled} onPress={onTags}>
        <Tag size={18} strokeWidth={1.5} aria-hidden /> {t('Tags')}
      </Button>
      <Button isDisabled={isDisabled} onPress={onFavourite}>
        <Star size={18} strokeWidth={1.5} aria-hidden />{' '}
        {areAtHand && count > 0 ? t('Not at hand') : t('Keep at hand')}
      </Button>
      {mayPlan ? (
        <Button isDisabled={isDisabled} onPress={onDelete}>
          <Trash2 size={18} strokeWidth={1.5} aria-hidden /> {t('Delete')}
        </Button>
      ) : null}
      <QuietButton isDisabled={isDisabled} onPress={onNone}>
        {t('Choose none')}
      </QuietButton>
    </Bar>
  );
}

import type { SongItem } from '@intervallum/contract';
import { CornerDownRight } from 'lucide-react';
import styled from 'styled-components';
import { reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { phone } from '../../../ui/theme.ts';
import { useDesk } from '../desk/deskContext.ts';
import { keysInWords, tempoInWords } from '../../parts/service/seamWords.ts';
import { itemName } from '../../parts/service/itemName.ts';
import { t } from '../../../words/words.ts';

const Line = styled.div`
  grid-column: 3 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 10px;
  margin-top: -4px;
  font-size: 14px;
  line-height: 1.4;
  color: var(--soft);
  svg {
    flex: none;
  }
  button {
    min-height: 32px;
    padding: 2px 4px;
    font-size: 14px;
  }
  ${phone} {
    grid-column: 1 / -1;
  }
`;

/** How the song before goes into this one, and what leads there; nothing before the first song. */
export function SeamLine({ item }: { item: SongItem }) {
  const { draft, songs, view, open } = useDesk();
  const names = reader.use('language');
  const seam = view.plan.seams.find(({ after }) => after === item.id);
  const before = draft.items.find(({ id }) => id === seam?.before);
  if (!seam || !before) return null;
  const pair = { before: itemName(before, songs), after: itemName(item, songs) };
  const led = view.songs.get(item.id)?.bridge;
  const name = seam.isLed && led ? led.sections.map((section) => section.name).join(', ') : null;
  return (
    <Line>
      <CornerDownRight size={15} strokeWidth={1.75} aria-hidden />
      <span>
        {keysInWords(seam, names)} {tempoInWords(seam)}
      </span>
      <QuietButton
        aria-label={
          name === null
            ? t('Lead in from {{before}} to {{after}}', pair)
            : t('Led in by {{name}}: from {{before}} to {{after}}', { name, ...pair })
        }
        onPress={() => open({ what: 'bridge', id: item.id })}
      >
        {name === null ? t('Lead in') : t('Led in by {{name}}', { name })}
      </QuietButton>
    </Line>
  );
}

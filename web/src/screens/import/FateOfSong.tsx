import { CopyCheck } from 'lucide-react';
import styled from 'styled-components';
import { Pick } from '../../ui/Pick.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { t } from '../../words/words.ts';
import type { Fate } from './brought.ts';
import type { KnownSong } from './useKnown.ts';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 10px 16px;
  border-left: 4px solid var(--accent);
  border-radius: 0 10px 10px 0;
  background: var(--card);
  font-size: 15px;
  p {
    flex: 1 1 260px;
  }
  svg {
    flex: none;
  }
`;

interface FateOfSongProps {
  known: readonly KnownSong[];
  chart: string;
  fate: Fate;
  onFate: (fate: Fate) => void;
}

/** A song of this title is in the library: what becomes of the one that is brought. Nothing where there is none. */
export function FateOfSong({ known, chart, fate, onFate }: FateOfSongProps) {
  const [first] = known;
  if (!first) return null;
  const same = known.find(({ text }) => text === chart);
  const name = first.title || t('Song without a title');
  const saved = momentInWords(Date.parse((same ?? first).savedAt));
  return (
    <Row>
      <CopyCheck size={20} strokeWidth={1.6} color="var(--accent)" aria-hidden />
      <p>
        {same
          ? t('“{{name}}” is in the library already, exactly so (saved {{saved}}).', {
              name,
              saved,
            })
          : t('There is a “{{name}}” in the library, which is not the same (saved {{saved}}).', {
              name,
              saved,
            })}
      </p>
      <FatePick known={known} fate={fate} onFate={onFate} />
    </Row>
  );
}

/** What becomes of a song of which there is one already. */
export function FatePick({ known, fate, onFate }: Omit<FateOfSongProps, 'chart'>) {
  const value = fate.kind === 'version' ? fate.of : fate.kind;
  return (
    <Pick
      label={t('What becomes of it')}
      labelled="hidden"
      value={value}
      options={[
        ['new', known.length > 0 ? t('Keep it as another song') : t('Keep it')],
        ...known.map(({ id, savedAt }) => {
          const saved = momentInWords(Date.parse(savedAt));
          const words =
            known.length > 1
              ? t('A new version of the one saved {{saved}}', { saved })
              : t('A new version of it (the old one stays in its history)');
          return [id, words] as const;
        }),
        ['left out', t('Leave it out')],
      ]}
      onChange={(said) =>
        onFate(
          said === 'new' || said === 'left out' ? { kind: said } : { kind: 'version', of: said },
        )
      }
    />
  );
}

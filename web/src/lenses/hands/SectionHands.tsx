import { saidFirst, type SaidHands, type School } from '@intervallum/core';
import { Grid3x3 } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import type { ForWhom, HandsActions, NamedSection, SaidOfSection } from './actions.ts';
import { ForWhomChoice } from './ForWhomChoice.tsx';
import { LeftOf, LoudnessOf, OctaveOf, PedalOf, RightOf, SchoolOf } from './SectionParts.tsx';
import { t } from '../../words/words.ts';

const Said = styled.section`
  display: grid;
  gap: 8px;
  padding: 10px 12px 12px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 4px 10px;
`;

const Rows = styled.div`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
  gap: 6px 10px;
  > span {
    font-size: 13px;
    color: var(--soft);
  }
  button {
    min-height: 36px;
    font-size: 14px;
  }
`;

const Rhythm = styled.div`
  display: grid;
  justify-items: start;
  gap: 2px;
  font-size: 13px;
  line-height: 1.3;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  button {
    min-height: 36px;
    padding: 5px 12px;
    font-size: 14px;
  }
  > :first-child {
    flex: 1 1 130px;
  }
`;

const none = 'none';

interface SectionHandsProps {
  name: string;
  /** The player's school for the whole song. */
  school: School | null;
  said: SaidOfSection;
  /** The song's own shapes, by their names. */
  shapes: readonly string[];
  others: readonly NamedSection[];
  actions: Pick<HandsActions, 'sayOfSection' | 'playLike' | 'sayOfSong'>;
  /** Opens what the hands of the section do. */
  onTexture: () => void;
}

/**
 * All that is said of a section's hands in one place: its school, what each hand holds, how high, how loud, and how it is struck;
 * for the player alone, or in the chart for everybody.
 */
export const SectionHands = memo(function SectionHands(props: SectionHandsProps) {
  const { said, shapes, others, actions } = props;
  const [whom, setWhom] = useState<ForWhom>('me');
  const now = whom === 'me' ? said.mine : said.chart;
  const beneath = whom === 'me' ? saidFirst(said.chart, said.song) : said.song;
  const say = (more: Partial<SaidHands>) => actions.sayOfSection(more, whom);
  return (
    <Said role="group" aria-label={t('This section')}>
      <Head>
        <h3>{props.name}</h3>
        <ForWhomChoice whom={whom} onChange={setWhom} />
      </Head>
      <Rows>
        <span aria-hidden>{t('School')}</span>
        <SchoolOf
          now={now}
          beneath={beneath}
          school={whom === 'me' ? props.school : null}
          onSay={say}
        />
        <span aria-hidden>{t('Left hand')}</span>
        <LeftOf now={now.left} beneath={beneath.left} onSay={(left) => say({ left })} />
        <span aria-hidden>{t('Right hand')}</span>
        <RightOf
          now={now.right}
          beneath={beneath.right}
          shapes={shapes}
          onSay={(right) => say({ right })}
        />
        <span aria-hidden>{t('Octave')}</span>
        <OctaveOf now={now.octaves ?? beneath.octaves ?? 0} onSay={(octaves) => say({ octaves })} />
        <span aria-hidden>{t('Loudness')}</span>
        <LoudnessOf
          now={now.loudness}
          beneath={beneath.loudness}
          onSay={(loudness) => say({ loudness })}
        />
        <span aria-hidden>{t('Pedal')}</span>
        <PedalOf
          now={now.pedalling}
          beneath={beneath.pedalling}
          onSay={(pedalling) => say({ pedalling })}
        />
        <span aria-hidden>{t('Rhythm')}</span>
        <Rhythm>
          {said.rhythm.map((words) => (
            <span key={words}>{words}</span>
          ))}
          <Button onPress={props.onTexture}>
            <Grid3x3 size={16} strokeWidth={1.5} aria-hidden /> {t('How they play this section')}
          </Button>
        </Rhythm>
      </Rows>
      <Foot>
        {others.length > 0 ? (
          <Picker
            label={t('Play it like another section')}
            labelHidden
            value={none}
            options={[
              { id: none, name: t('Like another …') },
              ...others.map(({ section, name }) => ({
                id: String(section),
                name: t('like {{name}}', { name }),
              })),
            ]}
            onChange={(id) => (id === none ? null : actions.playLike(Number(id), whom))}
          />
        ) : null}
        <Button onPress={() => actions.sayOfSong(whom)}>{t('So in the whole song')}</Button>
      </Foot>
    </Said>
  );
});

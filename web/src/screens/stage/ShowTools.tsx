import type { PlayedItem } from '@intervallum/core';
import { Flag, Hand, Play } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useStore } from 'zustand';
import type { Stage } from '../../queries/stage.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { phone, short } from '../../ui/theme.ts';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { ClickSwitch } from './ClickSwitch.tsx';
import { oneLine } from './oneLine.ts';
import { playedSongs } from './playedSongs.ts';
import type { StageItem } from './stageSongs.ts';
import { t } from '../../words/words.ts';

const Place = styled.div`
  padding: 0 14px 10px;
  ${phone} {
    padding: 0 8px 6px;
  }
  ${short} {
    padding: 0 8px 4px;
  }
`;

const Line = styled.div`
  ${oneLine}
  > * {
    flex: none;
  }
  button {
    min-height: 44px;
  }
`;

/** In one line, whatever there is. */
function Tools({ children }: { children: ReactNode }) {
  return (
    <Place>
      <Line>{children}</Line>
    </Place>
  );
}

interface ShowToolsProps {
  stage: Stage;
  items: readonly StageItem[];
  leads: boolean;
  played: () => readonly PlayedItem[];
  /** What is done with the song that is on. */
  children?: ReactNode;
}

/** Begins and ends the service, goes to another song, takes and gives the baton. */
export function ShowTools({ stage, items, leads, played, children }: ShowToolsProps) {
  const { show, cues } = useStore(stage.store);
  const [isEnding, setEnding] = useState(false);
  const navigate = useNavigate();
  const told = (why: string | null) => {
    if (why !== null) notify(why);
  };
  if (show === null)
    return (
      <Tools>
        <PrimaryButton onPress={() => void stage.begin().then(told)}>
          <Play size={20} strokeWidth={1.5} aria-hidden /> {t('Begin the service')}
        </PrimaryButton>
      </Tools>
    );
  const options = items.map(
    ({ inProgram: { id }, title }, place) =>
      [id, `${place + 1}. ${title || t('Song without a title')}`] as const,
  );
  return (
    <Tools>
      {children}
      {leads ? (
        <>
          <Pick
            label={t('Go to')}
            labelled="beside"
            value=""
            options={[['', t('another song …')] as const, ...options]}
            onChange={(id) => {
              if (id !== '') stage.say({ kind: 'to', item: id, part: null });
            }}
          />
          <Button onPress={() => void stage.giveBaton().then(told)}>
            <Hand size={18} strokeWidth={1.5} aria-hidden /> {t('Give the baton away')}
          </Button>
          <Button onPress={() => setEnding(true)}>
            <Flag size={18} strokeWidth={1.5} aria-hidden /> {t('End the service')}
          </Button>
          <ClickSwitch />
        </>
      ) : (
        <Button onPress={() => void stage.takeBaton().then(told)}>
          <Hand size={18} strokeWidth={1.5} aria-hidden /> {t('Take the baton')}
        </Button>
      )}
      <Window title={t('End the service?')} isOpen={isEnding} onClose={() => setEnding(false)}>
        <WindowWords>
          {cues.length === 0
            ? t('Nothing was played. The pages that follow stop following.')
            : t('What was played is written down. The pages that follow stop following.')}
        </WindowWords>
        <PrimaryButton
          onPress={() => {
            void stage.end(playedSongs(played())).then((why) => {
              setEnding(false);
              if (why === null) void navigate(`/sets/${show.setId}/played`);
              else told(why);
            });
          }}
        >
          {t('End it')}
        </PrimaryButton>
      </Window>
    </Tools>
  );
}

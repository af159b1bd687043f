import { Play, Square, X } from 'lucide-react';
import { Dialog, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { leaveFullScreen } from '../../device/fullScreen.ts';
import { useResting } from '../../settings/care.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { phone } from '../../ui/theme.ts';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';
import { CalledChord } from './CalledChord.tsx';
import { HowItWent } from './HowItWent.tsx';
import { usePracticeLens } from './practiceContext.ts';

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  background: var(--paper);
`;

const Whole = styled(Dialog)`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100dvh;
  padding: 12px 20px 18px;
  outline: none;
  ${phone} {
    padding: 8px 12px 12px;
  }
`;

const Top = styled.header`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  h2 {
    font-size: 22px;
  }
`;

/** As large as the stand is far away. */
const Calls = styled.div`
  --numeral: min(25vw, 44vh);
  --letters: min(7vw, 9vh);
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  align-items: center;
  gap: 20px;
  overflow: hidden;
  ${phone} {
    --numeral: 38vw;
    grid-template-columns: minmax(0, 1fr);
    align-content: center;
  }
`;

const Now = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 24px;
  > p {
    font-size: min(5vw, 40px);
    color: var(--soft);
  }
`;

const Next = styled.div`
  --numeral: min(14vw, 22vh);
  --borrowed: var(--soft);
  color: var(--soft);
  > p {
    font-size: 20px;
  }
`;

const Went = styled.div`
  grid-column: 1 / -1;
  align-self: center;
  max-height: 100%;
  overflow: auto;
  font-size: 22px;
  && h2 {
    font-size: 34px;
  }
  && p,
  && li {
    font-size: 22px;
  }
`;

const Foot = styled.footer`
  display: flex;
  align-items: center;
  gap: 20px;
  button {
    min-height: 56px;
    min-width: 140px;
    font-size: 20px;
  }
  p {
    font-size: 20px;
    color: var(--soft);
  }
`;

/** What is called over the whole screen, to be read from the keys; and how it went, with what to mend first. */
export function LargeCall({ onClose }: { onClose: () => void }) {
  const state = usePracticeLens();
  const { called, running, isSearching, isCountingIn, way, went, view } = state;
  const { section, sections, stairs, actions } = state;
  const isResting = useResting();
  const isOn = running !== null || isSearching;
  const isEmpty = way === 'from memory' && running !== null;
  const close = () => {
    leaveFullScreen();
    onClose();
  };
  return (
    <Veil isOpen onOpenChange={close}>
      <Modal>
        <Whole aria-label={t('What is called, large')}>
          <Top>
            <h2>
              {sections[section]?.name || t('Section without a name')}
              {called?.now && !isCountingIn
                ? ` · ${t('bar {{bar}}', { bar: called.now.bar })}`
                : ''}
            </h2>
            <Tool name={t('Close')} onPress={close}>
              <X size={24} strokeWidth={1.5} />
            </Tool>
          </Top>
          <Calls>
            {went && !isOn ? (
              <Went>
                <HowItWent />
              </Went>
            ) : (
              <>
                <Now aria-live={running?.kind === 'waiting' ? 'assertive' : 'off'}>
                  {isCountingIn ? (
                    <p>{t('It is counted in')}</p>
                  ) : isEmpty ? (
                    <p>{t('From memory')}</p>
                  ) : called?.now ? (
                    <CalledChord called={called.now} />
                  ) : (
                    <p>{t('Begin: what to play stands here')}</p>
                  )}
                </Now>
                <Next>
                  {called?.next && !isEmpty ? (
                    <>
                      <p>{t('then')}</p>
                      <ChordMark
                        chord={called.next.chord}
                        view={{ ...view, key: called.next.key }}
                      />
                    </>
                  ) : null}
                </Next>
              </>
            )}
          </Calls>
          <Foot>
            <PrimaryButton
              autoFocus
              isDisabled={isResting || state.ladder.length === 0}
              onPress={actions.toggle}
            >
              {isOn ? (
                <Square size={22} strokeWidth={1.5} aria-hidden />
              ) : (
                <Play size={22} strokeWidth={1.5} aria-hidden />
              )}{' '}
              {isOn ? t('Stop') : t('Begin')}
            </PrimaryButton>
            {way === 'called' ? null : (
              <p>
                {t('{{tempo}} of {{goal}} a minute', { tempo: stairs.tempo, goal: stairs.goal })}
              </p>
            )}
          </Foot>
        </Whole>
      </Modal>
    </Veil>
  );
}

import { Hand } from 'lucide-react';
import {
  handGrades,
  instruments,
  lineups,
  spanInWords,
  type HandGrade,
  type Lineup,
  type Reach,
} from '@intervallum/core';
import { Dialog, DialogTrigger } from 'react-aria-components';
import { memo } from 'react';
import styled from 'styled-components';
import { player, type PlayerSettings } from '../../settings/player.ts';
import { Button } from '../../ui/Button.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { Picker, Sheet } from '../../ui/Picker.tsx';
import { gradeNames, lineupNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

const Trigger = styled(Button)`
  width: 100%;
  justify-content: flex-start;
  text-align: left;
  white-space: normal;
  font-size: 14px;
`;

const Inside = styled(Dialog)`
  display: grid;
  gap: 12px;
  width: 300px;
  padding: 12px;
  outline: none;
`;

const Two = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
`;

const Words = styled.p`
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
`;

const gradeWords: Readonly<Record<HandGrade, string>> = {
  beginner: t('none, and few notes'),
  plain: t('none the chart does not ask for'),
  warm: t('warm: 2nds, 6ths, 7ths'),
  rich: t('rich: 9ths to 13ths'),
  altered: t('altered before their target'),
};

/** Spans a hand may hold or roll, in semitones: from five to a tenth and a little more. */
const spans = [5, 7, 8, 9, 10, 12, 13, 14, 15, 16, 17, 19] as const;

const spanOption = (span: number) => ({ id: String(span), name: spanInWords(span) });

/** Who plays: reach of each hand, keyboard, lineup and wish for colour. It goes with the player, not with the song. */
export const PlayerMenu = memo(function PlayerMenu() {
  const settings = player.use('reach', 'keys', 'lineup', 'handGrade', 'tuneOnTop');
  const { reach, keys, lineup, handGrade, tuneOnTop } = settings;
  const setReach = (hand: keyof Reach, held: number, rolled: number) =>
    player.change({ reach: { ...reach, [hand]: { held, rolled: Math.max(held, rolled) } } });
  return (
    <DialogTrigger>
      <Trigger aria-label={t('Your hands: {{summary}}', { summary: summary(settings) })}>
        <Hand size={18} strokeWidth={1.5} aria-hidden /> {summary(settings)}
      </Trigger>
      <Sheet placement="bottom end" style={{ maxHeight: '82vh' }}>
        <Inside aria-label={t('Your hands')}>
          {(['left', 'right'] as const).map((hand) => (
            <Two key={hand}>
              <Picker
                label={hand === 'left' ? t('Left hand holds') : t('Right hand holds')}
                value={String(reach[hand].held)}
                options={spans.map(spanOption)}
                onChange={(held) => {
                  const wasHeldOnly = reach[hand].rolled === reach[hand].held;
                  const rolled = wasHeldOnly ? Number(held) : reach[hand].rolled;
                  setReach(hand, Number(held), rolled);
                }}
              />
              <Picker
                label={hand === 'left' ? t('Left hand rolls') : t('Right hand rolls')}
                value={String(reach[hand].rolled)}
                options={spans
                  .filter((span) => span >= reach[hand].held)
                  .map((span) =>
                    span === reach[hand].held
                      ? { id: String(span), name: t('no wider') }
                      : spanOption(span),
                  )}
                onChange={(rolled) => setReach(hand, reach[hand].held, Number(rolled))}
              />
            </Two>
          ))}
          <Words>
            {t('Nothing is offered beyond what you hold, unless it is marked as rolled.')}
          </Words>
          <Picker
            label={t('Lineup')}
            value={lineup}
            options={lineups.map((id) => ({ id, name: lineupNames[id] }))}
            onChange={(id) => player.change({ lineup: id as Lineup })}
          />
          <Picker
            label={t('Colour added')}
            value={handGrade}
            options={handGrades.map((id) => ({ id, name: gradeWords[id] }))}
            onChange={(id) => player.change({ handGrade: id as HandGrade })}
          />
          <Picker
            label={t('Keyboard')}
            value={String(keys)}
            options={Object.keys(instruments).map((id) => ({ id, name: t('{{id}} keys', { id }) }))}
            onChange={(id) => player.change({ keys: Number(id) as keyof typeof instruments })}
          />
          <Switch isSelected={tuneOnTop} onChange={(on) => player.change({ tuneOnTop: on })}>
            {t('The tune on top, where a song has one')}
          </Switch>
        </Inside>
      </Sheet>
    </DialogTrigger>
  );
});

function summary({ reach, lineup, keys, handGrade }: PlayerSettings): string {
  const { left, right } = reach;
  const hands =
    left.held === right.held
      ? t('Both hands {{span}}', { span: spanInWords(left.held) })
      : t('Left {{left}}, right {{right}}', {
          left: spanInWords(left.held),
          right: spanInWords(right.held),
        });
  return t('{{hands}} · {{lineup}} · {{handGrade}} · {{keys}} keys', {
    hands,
    lineup: lineupNames[lineup],
    handGrade: gradeNames[handGrade],
    keys,
  });
}

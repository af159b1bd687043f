import { leftAsItIs, levels, restraints, styleOf, styles } from '@intervallum/core';
import { Square, Volume2 } from 'lucide-react';
import { arranging } from '../../settings/arranging.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { levelNames, restraintNames, styleNames, styleSays } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { About, Details, Steps, Wishes } from '../parts/cards.ts';
import { PanelBody, PanelTabs } from '../parts/PanelBody.ts';
import { useArrangeLens, type Heard } from './arrangeContext.ts';
import { Hymn } from './Hymn.tsx';
import { Field, Waiting } from './panelParts.ts';
import { Players } from './Players.tsx';
import { Choices } from './Choices.tsx';
import { Weights } from './Weights.tsx';

/** Beside the chart: how it is to be arranged, what is proposed, and what one does with it. */
export function ArrangePanel() {
  const { about } = arranging.use('about');
  return (
    <PanelBody role="region" aria-label={t('Arrange')} tabIndex={0}>
      <PanelTabs>
        <Choice
          label={t('What is arranged')}
          value={about}
          options={[
            ['song', t('The whole song')],
            ['hymn', t('A hymn from its tune')],
          ]}
          onChange={(chosen) => arranging.change({ about: chosen })}
        />
      </PanelTabs>
      {about === 'hymn' ? <Hymn /> : <WholeSong />}
    </PanelBody>
  );
}

function WholeSong() {
  const { progress, found, players, why, isStale, actions } = useArrangeLens();
  return (
    <>
      <HowArranged />
      {progress === null ? (
        <PrimaryButton onPress={actions.ask}>
          {players ? t('Arrange it again') : t('Arrange the song')}
        </PrimaryButton>
      ) : (
        <Waiting>
          <progress value={progress} aria-label={t('Arranging the song')} />
          <Button onPress={actions.stop}>{t('Stop')}</Button>
        </Waiting>
      )}
      {why ? <p role="alert">{why}</p> : null}
      {players && isStale ? (
        <About role="status">
          {t('The chart has changed since this was proposed. Ask again for what fits it now.')}
        </About>
      ) : null}
      {found && !isStale ? <Proposed /> : null}
      {players && !found && !isStale ? (
        <About role="status">{t('For this player it comes in a moment.')}</About>
      ) : null}
      {!players && !why ? (
        <About>
          {t(
            'Intro, patterns, left hand, loudness, colours, moves, runs and ending are proposed along the arc below. Nothing is written before you take it.',
          )}
        </About>
      ) : null}
    </>
  );
}

function HowArranged() {
  const { style, level, busy } = arranging.use('style', 'level', 'busy');
  const { actions } = useArrangeLens();
  return (
    <>
      <Field>
        <Pick
          label={t('Style')}
          value={style}
          options={styles.map(({ id }) => [id, styleNames[id] ?? id] as const)}
          onChange={(chosen) => arranging.change({ style: chosen })}
        />
        <p>{styleSays[style] ?? styleOf(style).says}</p>
        <Weights style={style} />
      </Field>
      <Field>
        <p aria-hidden>{t('For a player who is')}</p>
        <Choice
          label={t('For a player who is')}
          value={level}
          options={levels.map((one) => [one, levelNames[one]] as const)}
          onChange={actions.forLevel}
        />
      </Field>
      <Field>
        <p aria-hidden>{t('How much')}</p>
        <Choice
          label={t('How much')}
          value={busy}
          options={restraints.map((one) => [one, restraintNames[one]] as const)}
          onChange={(chosen) => arranging.change({ busy: chosen })}
        />
      </Field>
    </>
  );
}

function Proposed() {
  const { found, left, locks, actions } = useArrangeLens();
  const { choices, said, unkept } = found!;
  const wanted = choices.filter(({ id }) => !left.has(id));
  const away = Object.values(locks).filter((value) => value === leftAsItIs).length;
  return (
    <>
      <Compare />
      {choices.length === 0 ? (
        <p role="status">
          {t('Nothing is proposed: the chart says all of it itself, or the style leaves it plain.')}
        </p>
      ) : (
        <Steps>
          <PrimaryButton isDisabled={wanted.length === 0} onPress={() => actions.take(wanted)}>
            {wanted.length === choices.length
              ? t('Take all {{count}}', { count: choices.length })
              : t('Take {{count}} of {{all}}', { count: wanted.length, all: choices.length })}
          </PrimaryButton>
        </Steps>
      )}
      <About>
        {t('Left hands and runs are for you; the rest stands in the chart for everybody.')}
      </About>
      {unkept.length > 0 ? (
        <div role="alert">
          <p>{t('Not all that you kept could stay:')}</p>
          <ul>
            {unkept.map(({ id, why }) => (
              <li key={id}>{why}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {away > 0 ? (
        <Steps>
          <QuietButton onPress={actions.bringBack}>
            {t('{{count}} that you left out stay out: let them come again', { count: away })}
          </QuietButton>
        </Steps>
      ) : null}
      <Players />
      <Choices />
      <Details>
        <summary>{t('What is the best there is, and what is not')}</summary>
        <ul>
          {said.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </Details>
    </>
  );
}

const compared: readonly (readonly [Heard, string])[] = [
  ['arranged', t('As arranged')],
  ['standing', t('As it stands')],
  ['before', t('As proposed before')],
];

/** By ear, from one time through a section on. */
function Compare() {
  const { parts, from, hasBefore, heard, actions } = useArrangeLens();
  return (
    <Field role="group" aria-label={t('Hear')}>
      <Wishes>
        <Pick
          label={t('Hear it from')}
          value={String(from)}
          options={parts.map(({ part, name }) => [String(part), name] as const)}
          onChange={(part) => actions.hearFrom(Number(part))}
        />
      </Wishes>
      <Steps>
        {compared.map(([what, name]) =>
          what === 'before' && !hasBefore ? null : (
            <Button
              key={what}
              onPress={heard === what ? actions.silence : () => actions.hear(what)}
            >
              {heard === what ? (
                <Square size={18} strokeWidth={1.5} aria-hidden />
              ) : (
                <Volume2 size={18} strokeWidth={1.5} aria-hidden />
              )}
              {heard === what ? t('Stop: {{name}}', { name }) : name}
            </Button>
          ),
        )}
      </Steps>
    </Field>
  );
}

import {
  commonToneInWords,
  commonTones,
  hasBassPlayer,
  hasRaisedSixth,
  noteNamer,
  stepInWords,
  toLetters,
  usualSchool,
  type ChosenSlot,
  type InnerLine,
  type Instrument,
  type OtherVoicing,
  type PaletteShape,
  type SongHands,
  type Voiced,
  type ChosenHands,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { About, HandsActions, NamedSection, SaidOfSection } from './actions.ts';
import { Alternatives } from './Alternatives.tsx';
import {
  ChordTools,
  LineTools,
  SchoolPicker,
  SlideTools,
  UndoTools,
  WalkTools,
} from './HandsTools.tsx';
import { Palette } from './Palette.tsx';
import { PlayerMenu } from './PlayerMenu.tsx';
import { SectionHands } from './SectionHands.tsx';
import { SearchState } from './SearchState.tsx';
import { SectionSound } from './SectionSound.tsx';
import { ToneChanges } from './ToneChanges.tsx';
import { StretchCaution } from './StretchCaution.tsx';
import type { HandsSearch } from './useHands.ts';
import { ordinal, t } from '../../words/words.ts';
import { PanelBody } from '../parts/PanelBody.ts';

const Body = styled(PanelBody)`
  padding-inline: 16px;
  h3 {
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
`;

const Head = styled.div`
  --numeral: 32px;
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
  gap: 10px;
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Name = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  b {
    font-size: 17px;
  }
`;

const Sentence = styled.p`
  font-size: 15px;
  line-height: 1.4;
`;

const Stays = styled.p`
  padding-left: 10px;
  border-left: 3px solid var(--held);
  font-size: 14px;
  color: var(--held);
`;

const Wrong = styled.p`
  padding: 8px 12px;
  border-left: 4px solid var(--right);
  border-radius: 6px;
  background: var(--card);
  font-size: 14px;
  line-height: 1.4;
`;

const Pass = styled(QuietButton)`
  min-height: 28px;
  padding: 1px 6px;
  font-size: 14px;
`;

interface HandsPanelProps {
  view: ChartView;
  hands: SongHands;
  search: HandsSearch;
  voiced: Voiced | null;
  slot: ChosenSlot | null;
  chosen: ChosenHands | null;
  others: readonly OtherVoicing[] | null;
  instrument: Instrument;
  /** Where the chosen chord is, in words, and what its section is called. */
  place: string;
  sectionName: string;
  /** What is said of its hands. */
  said: SaidOfSection;
  /** The chart's own named shapes. */
  shared: readonly PaletteShape[];
  otherSections: readonly NamedSection[];
  /** How often the chosen chord stands elsewhere, not pinned as it is here. */
  alike: { readonly section: number; readonly song: number };
  /** The inner lines that can go through the chosen chord. */
  lines: readonly InnerLine[];
  about: About;
  onAbout: (about: About) => void;
  pass: number;
  onPass: (pass: number) => void;
  actions: HandsActions;
  /** Opens what the hands of the section do. */
  onTexture: () => void;
}

/** Beside the chart: what the hands do at the chosen chord, other ways, and what the player decides. */
export function HandsPanel(props: HandsPanelProps) {
  const { view, hands, search, voiced, slot, chosen, others, actions } = props;
  const isPinned = slot !== null && hands.pins.some((pin) => pin.slot === slot.index);
  const wrong = search.problems.filter((problem) => problem.slot === slot?.index);
  const pass = Math.min(props.pass, chosen?.passes ?? 1);
  const { about } = props;
  const shapes = useMemo(
    () => [...new Set([...hands.palette, ...props.shared].map(({ name }) => name))],
    [hands.palette, props.shared],
  );
  const walk = slot && hands.walks.find((mark) => mark.slot === slot.index)?.kind;
  return (
    <>
      <Body role="region" aria-label={t('Hands')} tabIndex={0}>
        <Head>
          {slot ? (
            <div>
              <Name>
                <ChordMark chord={slot.chord} view={view} />
                <b>{toLetters(slot.chord, view.key, view.letterStyle)}</b>
              </Name>
              <p>
                {props.place}
                {chosen && chosen.passes > 1 ? (
                  <>
                    ,{' '}
                    <Pass
                      aria-label={t('{{pass}} time: show another one', { pass: ordinal(pass) })}
                      onPress={() => props.onPass((pass % chosen.passes) + 1)}
                    >
                      {t('{{pass}} time', { pass: ordinal(pass) })}
                    </Pass>
                  </>
                ) : null}
              </p>
            </div>
          ) : (
            <p>{t('Choose a chord on the chart: what both hands hold there appears here.')}</p>
          )}
          <UndoTools actions={actions} />
        </Head>
        {chosen ? (
          <Sentence role="status" aria-label={t('The step')}>
            {stepInWords(chosen.before, chosen.now, view.letterStyle)}
          </Sentence>
        ) : null}
        {chosen && voiced ? <CommonTones chosen={chosen} voiced={voiced} view={view} /> : null}
        {wrong.map(({ message }) => (
          <Wrong key={message} role="alert">
            {message}
          </Wrong>
        ))}
        <StretchCaution />
        <Choice
          label={t('What is decided')}
          value={about}
          options={[
            ['chord', t('This chord')],
            ['section', t('This section')],
            ['song', t('The song')],
          ]}
          onChange={props.onAbout}
        />
        {about === 'chord' && slot ? (
          <>
            <ChordTools
              isPinned={isPinned}
              isFound={chosen !== null}
              alike={props.alike}
              actions={actions}
            />
            <WalkTools
              walk={walk ?? null}
              isPlayed={chosen?.now.walk !== null}
              isFound={chosen !== null}
              hasRaised={slot !== null && hasRaisedSixth(slot.chord, view.key)}
              actions={actions}
            />
            <LineTools
              hands={hands}
              slot={slot.index}
              lines={props.lines}
              view={view}
              actions={actions}
            />
            <SlideTools canSlide={chosen !== null && chosen.before !== null} actions={actions} />
            <Alternatives
              others={others}
              before={chosen?.before ?? null}
              now={chosen?.now ?? null}
              letters={view.letterStyle}
              onTake={actions.take}
            />
            {chosen ? (
              <ToneChanges
                now={chosen.now}
                next={slot.nextChord}
                bassPlayer={voiced !== null && hasBassPlayer(voiced.lineup)}
                view={view}
                onHear={actions.hearTone}
                onTake={actions.takeTone}
              />
            ) : null}
          </>
        ) : null}
        {about === 'section' && slot ? (
          <SectionHands
            name={props.sectionName}
            school={hands.school}
            said={props.said}
            shapes={shapes}
            others={props.otherSections}
            onTexture={props.onTexture}
            actions={actions}
          />
        ) : null}
        {about === 'section' && slot ? <SectionSound /> : null}
        {about === 'song' ? (
          <>
            <SchoolPicker
              school={hands.school}
              usual={props.said.song.school ?? usualSchool}
              actions={actions}
            />
            <PlayerMenu />
            <Palette
              palette={hands.palette}
              shared={props.shared}
              canUse={chosen !== null}
              view={view}
              instrument={props.instrument}
              actions={actions}
            />
          </>
        ) : null}
      </Body>
      <SearchState search={search} />
    </>
  );
}

/** The row of chords through which a note of the chosen one stays. */
function CommonTones({
  chosen,
  voiced,
  view,
}: {
  chosen: ChosenHands;
  voiced: Voiced;
  view: ChartView;
}) {
  const row = voiced.slots.filter((one) => one !== null);
  const index = row.indexOf(chosen.now);
  const run = commonTones(row).find(({ from, to }) => index >= from && index <= to);
  if (!run) return null;
  const name = noteNamer(chosen.now, view.letterStyle)(run.note);
  return <Stays>{commonToneInWords(name, run.to - run.from + 1)}.</Stays>;
}

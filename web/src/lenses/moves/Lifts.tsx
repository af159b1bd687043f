import {
  easyTop,
  expand,
  judgeLift,
  liftPlaces,
  lifts,
  nameOfPitch,
  nameWithOctave,
  parseChart,
  sungRange,
  topSung,
  transposeKey,
  withEdits,
  withoutLift,
  type LiftMove,
  type LiftPlace,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { liftInWords } from '../../music/rails/Road.tsx';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';
import { beginOf, rangeAround } from './gap.ts';
import { useMovesLens, useSigned } from './MovesState.tsx';
import { OfferCard, OfferRow } from '../parts/OfferCard.tsx';
import { List, Wishes } from '../parts/cards.ts';
import { useNamedVoices } from '../parts/namedVoices.ts';

const Top = styled.p<{ $high: boolean }>`
  padding-left: 12px;
  border-left: 4px solid ${({ $high }) => ($high ? 'var(--right)' : 'var(--held)')};
  font-size: 14px;
`;

const Apart = styled.span`
  margin-right: 14px;
`;

const sizes = ['1', '2', '3', '-1', '-2'] as const;
type Size = (typeof sizes)[number];

/** Where the key is lifted, how far, and by which chords: written into the roadmap. */
export function Lifts() {
  const { timeline, actions } = useMovesLens();
  const places = useMemo(() => liftPlaces(timeline), [timeline]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [size, setSize] = useState<Size>('1');
  // Most songs are lifted where something comes back.
  const place =
    places.find((one) => idOfPlace(one) === chosen) ??
    places.findLast(({ before, after }) => before === after) ??
    places.findLast(({ after }, index) => places.findIndex((one) => one.after === after) < index) ??
    places.at(-1);
  if (!place)
    return (
      <p>
        {t(
          'A key is lifted between two sections. This song has one that is played: write a second one, or play it twice in the roadmap.',
        )}
      </p>
    );
  return (
    <>
      <Wishes>
        <Pick
          label={t('Where')}
          value={idOfPlace(place)}
          options={places.map((one) => [idOfPlace(one), placeInWords(one, places)] as const)}
          onChange={(next) => {
            actions.stop();
            setChosen(next);
          }}
        />
        <Pick
          label={t('How far')}
          value={size}
          options={sizes.map((one) => [one, liftInWords({ semitones: Number(one) })] as const)}
          onChange={(next) => {
            actions.stop();
            setSize(next);
          }}
        />
      </Wishes>
      {place.semitones === 0 ? null : <LiftNow place={place} />}
      <Ways place={place} semitones={Number(size)} />
    </>
  );
}

const idOfPlace = ({ step, times }: LiftPlace) => `${step} ${times}`;

/** @example 'Verse 1 → Chorus', 'Chorus → Chorus, the second time' */
function placeInWords(place: LiftPlace, places: readonly LiftPlace[]): string {
  const alike = places.filter(
    ({ before, after }) => before === place.before && after === place.after,
  );
  const words = `${place.before} → ${place.after}`;
  return alike.length === 1 ? words : `${words} (${alike.indexOf(place) + 1})`;
}

/** What the roadmap lifts there already. */
function LiftNow({ place }: { place: LiftPlace }) {
  const { actions } = useMovesLens();
  const { semitones, by } = place;
  return (
    <Wishes>
      <p>
        {t('The roadmap has here: {{lift}}.', {
          lift: liftInWords(by ? { semitones, by } : { semitones }),
        })}
      </p>
      <Button onPress={() => actions.take(withoutLift(place), t('The key stays as it was.'))}>
        {t('Take the lift away')}
      </Button>
    </Wishes>
  );
}

function Ways({ place, semitones }: { place: LiftPlace; semitones: number }) {
  const { view, timeline, heard, actions } = useMovesLens();
  const signed = useSigned();
  const settings = reader.use('language');
  const offered = useMemo(
    () => lifts(timeline, place, semitones, view.style),
    [timeline, place, semitones, view.style],
  );
  const before = timeline.parts[place.part - 1];
  if (!before) return <p>{t('Nothing is played there.')}</p>;
  const at = beginOf(timeline, timeline.parts[place.part]);
  const into = transposeKey(before.key, semitones);
  return (
    <>
      <p>
        {t('From {{from}} into {{into}}. The chords are numbers of the new key.', {
          from: keyName(before.key, settings),
          into: keyName(into, settings),
        })}
      </p>
      {offered[0] ? <TopAfter way={offered[0]} part={place.part} /> : null}
      <SungAfter place={place} semitones={semitones} />
      <List aria-label={t('Ways to lift the key')}>
        {offered.map((way) => (
          <OfferCard
            key={way.id}
            name={signed(way.name)}
            why={signed(way.why)}
            isHeard={heard === way.id}
            onHear={() => actions.hear({ ...way, range: rangeAround(at, at) })}
            onStop={actions.stop}
            take={t('Lift it so')}
            onTake={() => actions.take(way.edit, t('The roadmap lifts the key.'))}
          >
            <OfferRow>
              {way.chords.map((chord, index) => (
                <Apart key={index}>
                  <ChordMark chord={chord} view={{ ...view, key: into }} />
                </Apart>
              ))}
            </OfferRow>
          </OfferCard>
        ))}
      </List>
    </>
  );
}

/** The highest note that is sung behind the lift, and whether a room still reaches it. */
function TopAfter({ way, part }: { way: LiftMove; part: number }) {
  const { sounding } = useLook();
  const settings = reader.use('language');
  const read = useSong((state) => state.read);
  const top = useMemo(() => {
    const edited = way.edit(read);
    if (!edited.ok) return null;
    const { song } = parseChart(withEdits(read.text, edited.changes));
    return topSung(expand(song, { key: sounding }), part);
  }, [read, way, part, sounding]);
  if (!top) return null;
  const note = nameWithOctave(top.note, top.midi, {
    language: settings.language,
    signs: 'printed',
  });
  const isHigh = top.midi > easyTop;
  return (
    <Top $high={isHigh}>
      {isHigh
        ? t(
            'The highest sung note there is {{note}}: too high for most rooms, which sing up to D5.',
            {
              note,
            },
          )
        : t('The highest sung note there is {{note}}: most rooms reach it.', { note })}
    </Top>
  );
}

/** What the lift makes of the tune for those whom the chart names as who sings it, where their voices are noted. */
function SungAfter({ place, semitones }: { place: LiftPlace; semitones: number }) {
  const { timeline } = useMovesLens();
  const { sounding } = useLook();
  const settings = reader.use('language');
  const singers = useNamedVoices(timeline.song.details.singer);
  const verdict = useMemo(() => {
    // Whoever sings has the key that sounds, whatever the hands play in.
    const sung = expand(timeline.song, { key: sounding });
    const [all, behind] = [sungRange(sung), sungRange(sung, place.part)];
    // What the roadmap lifts there now is in it already.
    return all && behind && singers.length > 0
      ? judgeLift(behind, all, singers, semitones - place.semitones)
      : null;
  }, [timeline, sounding, place, singers, semitones]);
  if (!verdict) return null;
  const style = { language: settings.language, spelling: 'easy', signs: 'printed' } as const;
  if (verdict.against.length === 0)
    return (
      <Top $high={false}>
        {t('{{names}} can sing it there.', { names: singers.map(({ name }) => name).join(', ') })}
      </Top>
    );
  return (
    <>
      {verdict.against.map(({ who, note, by }) => {
        const words = { who, note: nameOfPitch(note, sounding, style), count: Math.abs(by) };
        return (
          <Top key={who} $high>
            {by > 0
              ? t('{{who}} would sing {{note}}: {{count}} half steps too high.', words)
              : t('{{who}} would sing {{note}}: {{count}} half steps too low.', words)}
          </Top>
        );
      })}
    </>
  );
}

import {
  expand,
  nothingSaidOfHands,
  parseChart,
  playedKey,
  type Song,
  type Filled,
  type Voiced,
  type VoiceOptions,
} from '@intervallum/core';
import type { Song as StoredSong } from '@intervallum/contract';
import { ArrowLeft, Printer } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { Fetched } from '../../queries/Fetched.tsx';
import { songQuery } from '../../queries/queries.ts';
import { withSoundsSaid } from '../../music/soundWords.ts';
import { keyName, keyNamed, type ChartView } from '../../music/rails/view.ts';
import { useVoiceOptions } from '../../document/voicing.ts';
import { findOnce } from '../../workers/handsSearch.ts';
import { reader } from '../../settings/reader.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { FailedState, LoadingState, NotFoundState } from '../../ui/states.tsx';
import { ChartPages } from './ChartPages.tsx';
import { StavesPages } from './StavesPages.tsx';
import { HandsPages } from './HandsPages.tsx';
import { levels, ShapesPages, type Level } from './ShapesPages.tsx';
import { Back, PaperBar, PaperChoice, PaperDesk, viewOnPaper, type Printed } from './paperDesk.tsx';
import { PrintedAlone, type PaperName } from './pageFrame.tsx';
import { useHelp } from '../../ui/help.ts';
import { paperHelp } from './help.ts';
import { t } from '../../words/words.ts';

/** A song as it will be on paper, at its address. */
export function PaperScreen() {
  const { songId = '' } = useParams();
  const fetched = useQuery(songQuery(songId));
  return (
    <Fetched
      from={fetched}
      what={t('the song')}
      missing={
        <NotFoundState title={t('No song at this address')}>
          {t('It may have been deleted, or the address is not complete.')}
        </NotFoundState>
      }
    >
      {(song) => <SongPaper stored={song} />}
    </Fetched>
  );
}

function SongPaper({ stored }: { stored: StoredSong }) {
  const settings = reader.use(
    'reading',
    'minor',
    'symbols',
    'language',
    'spelling',
    'ownNames',
    'dictation',
  );
  const [parameters, setParameters] = useSearchParams();
  const song = useMemo(() => {
    const read = parseChart(stored.text);
    return read.song;
  }, [stored.text]);
  useHelp(paperHelp);
  useTitle(t('{{name}} on paper', { name: song.title || t('Song without a title') }));
  const keyText = parameters.get('key');
  const key = useMemo(() => keyNamed(keyText, song) ?? song.key, [keyText, song]);
  const what = oneOf<Printed>(parameters.get('what'), [
    'words',
    'numbers',
    'letters',
    'hands',
    'staves',
    'shapes',
  ]);
  const level = oneOf<Level>(parameters.get('level'), levels);
  const paper = oneOf<PaperName>(parameters.get('paper'), ['A4', 'Letter']);
  const columns = parameters.get('columns') === '2' ? 2 : 1;
  const withTune = song.sections.some(({ phrases }) => phrases.some(({ tune }) => tune.length > 0));
  const hasTune = withTune && parameters.get('tune') !== 'off';
  const [pages, setPages] = useState(0);
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(parameters);
    next.set(name, value);
    setParameters(next, { replace: true });
  };
  const { playedIn } = stored.part.decisions.keyboard;
  // Who learns it has a keyboard of their own.
  const isMine = what !== 'shapes' || level === 'mine';
  const asItSounds = parameters.get('in') === 'sounding';
  const view = useMemo(
    () => viewOnPaper(song, key, isMine && !asItSounds ? playedIn : null, what, hasTune, settings),
    [key, playedIn, isMine, asItSounds, song, settings, what, hasTune],
  );
  const { voiced, failed, again } = useVoicedOnce(
    stored,
    song,
    view,
    what === 'hands' || what === 'staves' ? 'mine' : what === 'shapes' ? level : null,
  );
  const names = reader.use('language');
  const { keyboard } = stored.part.decisions;
  // A chart is for everybody; what shows one player's hands says their sounds too.
  const isOfHands = isMine && (what === 'hands' || what === 'staves' || what === 'shapes');
  const onPaper = useMemo(
    () => (isOfHands ? withSoundsSaid(song, keyboard, names) : song),
    [isOfHands, song, keyboard, names],
  );
  const page = { song: onPaper, view, paper, columns, onPages: setPages } as const;
  return (
    <>
      <PaperBar>
        <Back
          to={`/songs/${stored.id}${keyText ? `?key=${encodeURIComponent(keyText)}` : ''}`}
          aria-label={t('Back to the song')}
        >
          <ArrowLeft size={20} strokeWidth={1.5} aria-hidden />
        </Back>
        <Choice
          label={t('What is printed')}
          value={what}
          options={[
            ['words', t('Numbers and words')],
            ['numbers', t('Numbers')],
            ['letters', t('Letters and words')],
            ['hands', t('Hands')],
            ['staves', t('Two staves')],
            ['shapes', t('Shapes')],
          ]}
          onChange={(value) => set('what', value)}
        />
        <PaperChoice paper={paper} onChange={(value) => set('paper', value)} />
        {what === 'shapes' ? (
          <Choice
            label={t('Who plays it')}
            value={level}
            options={[
              ['mine', t('as I play')],
              ['right', t('learner: right hand')],
              ['both', t('both hands')],
              ['pattern', t('with the pattern')],
            ]}
            onChange={(value) => set('level', value)}
          />
        ) : what === 'staves' ? null : (
          <Choice
            label={t('Columns')}
            value={columns === 2 ? '2' : '1'}
            options={[
              ['1', t('1 column')],
              ['2', t('2 columns')],
            ]}
            onChange={(value) => set('columns', value)}
          />
        )}
        {withTune && (what === 'words' || what === 'letters') ? (
          <Choice
            label={t('Tune')}
            value={hasTune ? 'on' : 'off'}
            options={[
              ['on', t('With the tune')],
              ['off', t('Without')],
            ]}
            onChange={(value) => set('tune', value)}
          />
        ) : null}
        {playedIn && isMine ? (
          <Choice
            label={t('Key of letters and hands')}
            value={asItSounds ? 'sounding' : 'played'}
            options={[
              [
                'played',
                t('in {{key}}, as I play', { key: keyName(playedKey(key, playedIn), settings) }),
              ],
              ['sounding', t('in {{key}}, as it sounds', { key: keyName(key, settings) })],
            ]}
            onChange={(value) => set('in', value)}
          />
        ) : null}
        <p role="status">
          {pages === 0 ? '' : pages === 1 ? t('One page') : t('{{count}} pages', { count: pages })}
        </p>
        <PrimaryButton onPress={() => print()}>
          <Printer size={18} strokeWidth={1.5} aria-hidden /> {t('Print or PDF')}
        </PrimaryButton>
      </PaperBar>
      <PaperDesk paper={paper}>
        <PrintedAlone $paper={paper} />
        {what !== 'hands' && what !== 'staves' && what !== 'shapes' ? (
          <ChartPages {...page} />
        ) : !voiced ? (
          failed ? (
            <FailedState
              message={t('The hands could not be found: the search broke off.')}
              onRetry={again}
            />
          ) : (
            <LoadingState what={t('the hands')} />
          )
        ) : what === 'shapes' ? (
          <ShapesPages {...page} voiced={voiced} level={level} />
        ) : what === 'staves' ? (
          <StavesPages {...page} voiced={voiced} />
        ) : (
          <HandsPages {...page} voiced={voiced} />
        )}
      </PaperDesk>
    </>
  );
}

function oneOf<Value extends string>(
  text: string | null,
  values: readonly [Value, ...Value[]],
): Value {
  return values.find((value) => value === text) ?? values[0];
}

const learner = {
  style: 'beginner',
  grade: 'beginner',
  pins: [],
  palette: [],
  registers: [],
  walks: [],
  lines: [],
  sections: [],
} as const satisfies VoiceOptions;

function withoutHands(song: Song): Song {
  const sections = song.sections.map((section) => ({ ...section, hands: nothingSaidOfHands }));
  return { ...song, hands: nothingSaidOfHands, sections };
}

/** The hands of the song, found once when they are to be printed. */
function useVoicedOnce(
  { part }: StoredSong,
  song: ReturnType<typeof expand>['song'],
  view: ChartView,
  wanted: Level | null,
): { readonly voiced: Filled | null; readonly failed: boolean; readonly again: () => void } {
  const [found, setFound] = useState<{
    readonly timeline: unknown;
    readonly voiced: Voiced | null;
  } | null>(null);
  const [attempt, setAttempt] = useState(0);
  const { fills } = part.decisions;
  const isWanted = wanted !== null;
  // Who learns it begins with plain chords in one place, whatever the player decided.
  const isLearner = wanted !== null && wanted !== 'mine';
  const timeline = useMemo(
    () => expand(isLearner ? withoutHands(song) : song, { key: view.key }),
    [song, view.key, isLearner],
  );
  const own = useVoiceOptions(part.decisions.hands, view.style, timeline);
  const options = useMemo(() => (isLearner ? { ...own, ...learner } : own), [isLearner, own]);
  useEffect(() => {
    if (!isWanted) return;
    let current = true;
    findOnce(timeline, options).then(
      (voiced) => {
        if (current) setFound({ timeline, voiced });
      },
      (error: unknown) => {
        console.error('The hands could not be found.', error);
        if (current) setFound({ timeline, voiced: null });
      },
    );
    return () => {
      current = false;
    };
  }, [isWanted, timeline, options, attempt]);
  const known = found?.timeline === timeline ? found : null;
  const voiced = useMemo<Filled | null>(
    () => (!known?.voiced || isLearner ? (known?.voiced ?? null) : { ...known.voiced, fills }),
    [known, isLearner, fills],
  );
  return {
    voiced,
    failed: known?.voiced === null,
    again: () => {
      setFound(null);
      setAttempt((count) => count + 1);
    },
  };
}

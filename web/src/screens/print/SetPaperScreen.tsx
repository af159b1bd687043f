import { bridgeInto, isSong, type SongSet } from '@intervallum/contract';
import { useQueries, useQuery } from '@tanstack/react-query';
import { ArrowLeft, Printer } from 'lucide-react';
import { useCallback, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { setQuery, songQuery } from '../../queries/queries.ts';
import { keyNamed } from '../../music/rails/view.ts';
import { chartSettings, reader } from '../../settings/reader.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { ChartPages } from './ChartPages.tsx';
import { PrintedAlone, type PageNumber, type PaperName } from './pageFrame.tsx';
import { Back, PaperBar, PaperChoice, PaperDesk, viewOnPaper, type Printed } from './paperDesk.tsx';
import { firstPagesOf, SetFirstPages } from './SetFirstPages.tsx';
import { draftOf, knownSongs } from '../parts/service/knownSongs.ts';
import { useChartPlayed } from '../parts/service/played.ts';
import { useServiceView } from '../parts/service/useServiceView.ts';
import { useHelp } from '../../ui/help.ts';
import { paperHelp } from './help.ts';
import { t } from '../../words/words.ts';

type What = Exclude<Printed, 'hands' | 'staves' | 'shapes'> | 'order';

/** All charts of a set on paper in one go: a page that lists them, then each song in its key. */
export function SetPaperScreen() {
  const { setId = '' } = useParams();
  const fetched = useQuery(setQuery(setId));
  return (
    <Fetched
      from={fetched}
      what={t('the set')}
      missing={
        <NotFoundState title={t('No set at this address')}>
          {t('It may have been deleted, or the address is not complete.')}
        </NotFoundState>
      }
    >
      {(set) => <SetPaper set={set} />}
    </Fetched>
  );
}

function SetPaper({ set }: { set: SongSet }) {
  const items = useMemo(() => set.items.filter(isSong).filter(({ removed }) => !removed), [set]);
  const songs = useQueries({ queries: items.map(({ songId }) => songQuery(songId)) });
  const [parameters, setParameters] = useSearchParams();
  const paper: PaperName = parameters.get('paper') === 'Letter' ? 'Letter' : 'A4';
  const asked = parameters.get('what');
  const what: What =
    asked === 'numbers' || asked === 'letters' || asked === 'order' ? asked : 'words';
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({});
  useHelp(paperHelp);
  useTitle(set.name && t('{{name}} on paper', { name: set.name }));
  const choose = (name: string, value: string) => {
    const next = new URLSearchParams(parameters);
    next.set(name, value);
    setParameters(next, { replace: true });
  };
  const count = useCallback((id: string, pages: number) => {
    setCounts((before) => (before[id] === pages ? before : { ...before, [id]: pages }));
  }, []);
  const known = useMemo(() => knownSongs(set), [set]);
  const draft = useMemo(() => draftOf(set), [set]);
  const view = useServiceView(draft, known);
  const first = firstPagesOf(set.items.length);
  const isOrder = what === 'order';
  const of = first + (isOrder ? 0 : items.reduce((sum, { id }) => sum + (counts[id] ?? 0), 0));
  const isReady = isOrder ? !view.isWaiting : items.every(({ id }) => counts[id] !== undefined);
  const begins = items.map((_, place) =>
    items.slice(0, place).reduce((sum, { id }) => sum + (counts[id] ?? 0), first),
  );
  return (
    <>
      <PaperBar>
        <Back to={`/sets/${set.id}`} aria-label={t('Back to the set')}>
          <ArrowLeft size={20} strokeWidth={1.5} aria-hidden />
        </Back>
        <Choice
          label={t('What is printed')}
          value={what}
          options={[
            ['words', t('Numbers and words')],
            ['numbers', t('Numbers')],
            ['letters', t('Letters and words')],
            ['order', t('The order alone')],
          ]}
          onChange={(value) => choose('what', value)}
        />
        <PaperChoice paper={paper} onChange={(value) => choose('paper', value)} />
        <p role="status">
          {isReady ? t('{{count}} pages', { count: of }) : t('Fetching the songs …')}
        </p>
        <PrimaryButton isDisabled={!isReady} onPress={() => print()}>
          <Printer size={18} strokeWidth={1.5} aria-hidden /> {t('Print or PDF')}
        </PrimaryButton>
      </PaperBar>
      <PaperDesk paper={paper}>
        <PrintedAlone $paper={paper} />
        <SetFirstPages set={set} view={view} paper={paper} of={of} />
        {(what === 'order' ? [] : items).map((item, place) => {
          const { id, key, road, summary } = item;
          const bridge = bridgeInto(set.items, item)?.text ?? null;
          const song = songs[place]!;
          return (
            <Fetched key={id} from={song} what={summary.title || t('the song')}>
              {({ text }) => (
                <SongPages
                  id={id}
                  text={text}
                  road={road}
                  bridge={bridge}
                  keyName={key}
                  what={what === 'order' ? 'words' : what}
                  paper={paper}
                  number={{ before: begins[place]!, of, name: set.name }}
                  onCount={count}
                />
              )}
            </Fetched>
          );
        })}
      </PaperDesk>
    </>
  );
}

interface SongPagesProps {
  id: string;
  text: string;
  road: string | null;
  bridge: string | null;
  keyName: string | null;
  what: Exclude<What, 'order'>;
  paper: PaperName;
  number: PageNumber;
  onCount: (id: string, pages: number) => void;
}

function SongPages(props: SongPagesProps) {
  const { id, text, road, bridge, keyName, what, paper, number, onCount } = props;
  const settings = reader.use(...chartSettings);
  const { song } = useChartPlayed(text, { road, bridge });
  const view = useMemo(
    () => viewOnPaper(song, keyNamed(keyName, song) ?? song.key, null, what, false, settings),
    [song, keyName, settings, what],
  );
  const onPages = useCallback((pages: number) => onCount(id, pages), [id, onCount]);
  return (
    <ChartPages
      song={song}
      view={view}
      paper={paper}
      columns={1}
      number={number}
      onPages={onPages}
    />
  );
}

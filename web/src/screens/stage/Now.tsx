import { NowAndNext, PartPiece, SaidPiece, type StageReader } from './NowAndNext.tsx';
import type { StageItem } from './stageSongs.ts';
import type { Band } from './useBand.ts';
import { t } from '../../words/words.ts';

interface AheadProps extends StageReader {
  item: StageItem;
  part: number | null;
  lift: number;
}

/** What somebody looks at while the band is elsewhere. */
export function Ahead({ item, part, lift, ...reader }: AheadProps) {
  const label = t('Ahead');
  if (part === null || !item.song)
    return (
      <SaidPiece label={label} title={item.title}>
        {[item.who, item.notes].filter(Boolean).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </SaidPiece>
    );
  return <PartPiece item={item} part={part} lift={lift} label={label} facts={[]} {...reader} />;
}

interface NowProps extends StageReader {
  items: readonly StageItem[];
  band: Band;
}

/** What is on, over what comes next. */
export function Now({ items, band, ...reader }: NowProps) {
  const { state, bar, isCountingIn } = band;
  const { item: at, part, next, lift, nextLift, isVamping, isStopped, missed } = state;
  const item = at === null ? undefined : items[at];
  if (at === null || !item) {
    const isOver = at !== null;
    const first = items[0];
    return (
      <NowAndNext
        now={<SaidPiece label={t('Now')} title={isOver ? t('The end') : t('About to begin')} />}
        next={
          isOver || !first ? null : (
            <SaidPiece label={t('Next')} title={first.title || t('Song without a title')} isNext />
          )
        }
      />
    );
  }
  const after = items[at + 1];
  const missing =
    missed === null
      ? null
      : 'item' in missed
        ? t('The band is at something that this page does not have.')
        : t('“{{section}}” was called; this chart has none.', { section: missed.section });
  const facts = [
    isStopped ? t('stopped') : null,
    isCountingIn ? t('counted in') : null,
    isVamping ? t('until the signal') : null,
    bar !== null && part !== null
      ? t('bar {{bar}} of {{bars}}', {
          bar: bar + 1,
          bars: item.inProgram.parts[part]!.bars.length,
        })
      : null,
    missing,
  ];
  const comes =
    next !== null && item.song ? (
      <PartPiece
        key={`${at} ${next}`}
        item={item}
        part={next}
        lift={nextLift}
        label={part === null ? t('Begins with') : t('Next')}
        isNext
        facts={[]}
        {...reader}
      />
    ) : after ? (
      <SaidPiece label={t('Next')} title={after.title || t('Song without a title')} isNext>
        {[after.who, after.notes].filter(Boolean).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </SaidPiece>
    ) : (
      <SaidPiece label={t('Next')} title={t('The end')} isNext />
    );
  if (part === null || !item.song)
    return (
      <NowAndNext
        now={
          <SaidPiece
            label={item.song ? t('About to begin') : t('Now')}
            title={item.title || t('Song without a title')}
          >
            {[item.who, item.notes, missing].filter(Boolean).map((line) => (
              <p key={line}>{line}</p>
            ))}
          </SaidPiece>
        }
        next={comes}
      />
    );
  return (
    <NowAndNext
      now={
        <PartPiece
          key={`${at} ${part}`}
          item={item}
          part={part}
          lift={lift}
          label={t('Now')}
          facts={facts}
          {...reader}
        />
      }
      next={comes}
    />
  );
}

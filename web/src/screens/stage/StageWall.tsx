import { useEffect, useState } from 'react';
import { keepAwake } from '../../device/wakeLock.ts';
import { Button } from '../../ui/Button.tsx';
import { openHelp, useHelp } from '../../ui/help.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import { WallPage } from '../parts/band/WallPage.tsx';
import { stageWallHelp } from './help.ts';
import type { StageItem } from './stageSongs.ts';
import type { Band } from './useBand.ts';
import { slideNow } from './wallNow.ts';

interface StageWallProps {
  items: readonly StageItem[];
  band: Band;
  /** Somebody leads; before that and after it the wall is dark. */
  isPlayed: boolean;
  onLeave: () => void;
}

/** The words of what the band plays, on a wall: nobody has to turn them. */
export function StageWall({ items, band, isPlayed, onLeave }: StageWallProps) {
  const [isDark, setDark] = useState(false);
  useHelp(stageWallHelp);
  const { pressed } = useSteady({
    pressed: (event: KeyboardEvent) => {
      const isOther = event.target instanceof Element && event.target.closest('[role="dialog"]');
      if (event.ctrlKey || event.altKey || event.metaKey || isOther) return;
      if (event.key === 'b' || event.key === 'B') setDark((dark) => !dark);
      else if (event.key === 'Escape') onLeave();
      else return;
      event.preventDefault();
    },
  });
  useEffect(() => keepAwake(() => undefined), []);
  useEffect(() => {
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [pressed]);
  const slide = isPlayed ? slideNow(items, band.state) : null;
  return (
    <WallPage slide={isDark ? null : slide} isWhole>
      <Button onPress={() => setDark(!isDark)}>{isDark ? t('Light') : t('Dark')}</Button>
      <Button onPress={openHelp}>{t('Help')}</Button>
      <Button onPress={onLeave}>{t('Leave')}</Button>
    </WallPage>
  );
}

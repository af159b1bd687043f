import type { SharedPage } from '@intervallum/contract';
import type { BandRole } from '@intervallum/core';
import { Fragment } from 'react';
import { useNumeral } from '../../../music/rails/useNumeral.ts';
import { nameInLink, type LinkSettings } from '../../../settings/links.ts';
import { pencilName } from '../../../queries/pencil.ts';
import { heroOf } from '../band/roles.ts';
import { MomentLine } from '../service/MomentLine.tsx';
import { ReadSong } from './ReadSong.tsx';

interface ReadPagesProps {
  page: SharedPage;
  /** As it was when one looked last; null where that is not known. */
  looked?: SharedPage | null;
  /** Who reads it; null for everybody. */
  role: BandRole | null;
  link: LinkSettings;
  /** Under which name it is kept what the reader pencils; null where nothing is pencilled. */
  pencilAs?: string | null;
  isPencilling?: boolean;
  onChange: (change: Partial<Omit<LinkSettings, 'at'>>) => void;
}

/** The songs of a page as somebody reads them, with what is spoken between. */
export function ReadPages(props: ReadPagesProps) {
  const { page, looked = null, role, link, onChange } = props;
  const { pencilAs = null, isPencilling = false } = props;
  const numeral = useNumeral(link.size);
  const hero = link.hero ?? heroOf(role);
  const spoken = (place: number) =>
    page.moments
      .filter((moment) => moment.place === place)
      .map((moment) => (
        <MomentLine key={moment.id} moment={moment} hero={hero} numeral={numeral} />
      ));
  return (
    <>
      {page.songs.map((song, place) => (
        <Fragment key={`${song.id}:${place}`}>
          {spoken(place)}
          <ReadSong
            song={song}
            looked={looked?.songs.find(({ id }) => id === song.id) ?? null}
            place={page.kind === 'set' ? place + 1 : null}
            role={role}
            hero={hero}
            numeral={numeral}
            id={nameInLink(song.id, place)}
            link={link}
            pencilAs={pencilAs === null ? null : pencilName(pencilAs, song.id)}
            isPencilling={isPencilling}
            onChange={onChange}
          />
        </Fragment>
      ))}
      {spoken(page.songs.length)}
    </>
  );
}

import { lazy, Suspense, useCallback, useState, type ReactNode } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { SectionName } from './SectionName.tsx';
import type { Writing } from './useWriting.ts';

const SectionMenu = lazy(async () => ({
  default: (await import('./SectionMenu.tsx')).SectionMenu,
}));

/** The names of sections on the chart, and the menu that is open at one of them. */
export function useSectionNames(writing: Writing): {
  readonly draw: (section: number, name: string) => ReactNode;
  readonly menu: ReactNode;
} {
  const [opened, setOpened] = useState<{ section: number; from: Element } | null>(null);
  const name = useSong(({ read }) => (opened && read.song.sections[opened.section]?.name) ?? '');
  const actions = useSteady({
    open: (section: number, from: Element) => {
      writing.goToSection(section);
      setOpened({ section, from });
    },
    rename: writing.rename,
    leave: writing.endRenaming,
  });
  const openedSection = opened?.section ?? null;
  const { renamed } = writing;
  const draw = useCallback(
    (section: number, its: string) => (
      <SectionName
        section={section}
        name={its}
        isOpen={section === openedSection}
        isRenamed={section === renamed}
        actions={actions}
      />
    ),
    [openedSection, renamed, actions],
  );
  const menu = opened ? (
    <Suspense fallback={null}>
      <SectionMenu
        name={name}
        from={opened.from}
        hands={writing.hands}
        onClose={() => setOpened(null)}
        onDone={writing.focus}
      />
    </Suspense>
  ) : null;
  return { draw, menu };
}

import { lazy, Suspense, useCallback, useState, type ReactNode } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { chartCommand, sectionTools } from './commands.ts';
import { SectionName } from './SectionName.tsx';
import type { Writing } from './useWriting.ts';
import { t } from '../../words/words.ts';

const ActionMenu = lazy(async () => ({
  default: (await import('../../ui/ActionMenu.tsx')).ActionMenu<string>,
}));

/** What can be done from the name of a section, in the order of its menu. */
const actionsOfSections = [...sectionTools, 'texture', 'removeSection'].map(chartCommand);

/** What opens a field or a window, which then has the focus. */
const goesOn = ['rename', 'texture'];

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
    // The menu gives the focus back first.
    act: (id: string) =>
      setTimeout(() => {
        chartCommand(id).does(writing.hands);
        if (!goesOn.includes(id)) writing.focus();
      }, 30),
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
      <ActionMenu
        label={name || t('Section without a name')}
        from={opened.from}
        actions={actionsOfSections}
        placement="bottom start"
        onAction={actions.act}
        onClose={() => setOpened(null)}
      />
    </Suspense>
  ) : null;
  return { draw, menu };
}

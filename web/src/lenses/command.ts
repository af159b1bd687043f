/**
 * One thing that can be done: with a key, with a tool, from a menu. The tools, the menus, the tips over them, the page of
 * all keys and the keyboard itself read the same list.
 */
export interface Command<Context> {
  readonly id: string;
  /** The key as `keyOf` names it; null for what has none of its own. */
  readonly key: string | null;
  /** The key as it is written for people. */
  readonly keyName: string;
  /** What it does, in a few words. */
  readonly name: string;
  readonly does: (context: Context) => void;
  /** Where it can be done only now and then. */
  readonly canDo?: (context: Context) => boolean;
}

/** What the help shows of a command. */
export type CommandName = Pick<Command<never>, 'id' | 'name' | 'keyName'>;

/** The command that a key stands for; null where it stands for none that can be done now. */
export function commandOf<Context>(
  commands: readonly Command<Context>[],
  key: string,
  context: Context,
): Command<Context> | null {
  return (
    commands.find((command) => command.key === key && (command.canDo?.(context) ?? true)) ?? null
  );
}

/** A key as commands name it: `Ctrl+z`, `Alt+ArrowUp`, `Shift+Enter`; a sign as it is typed. */
export function keyOf(event: {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
}): string {
  const named = event.key.length > 1;
  const withControl = event.ctrlKey || event.metaKey;
  // With Control a letter may come in either case; Shift says which one is meant.
  const letter = event.shiftKey ? event.key.toUpperCase() : event.key.toLowerCase();
  const key = event.key === 'Delete' ? 'Backspace' : withControl && !named ? letter : event.key;
  return [
    withControl ? 'Ctrl+' : '',
    event.altKey ? 'Alt+' : '',
    named && event.shiftKey ? 'Shift+' : '',
    key,
  ].join('');
}

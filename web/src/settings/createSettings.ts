import { z } from 'zod';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { useShallow } from 'zustand/react/shallow';
import { keptHere } from './keptHere.ts';

/** Where all settings stood together before they were parted; read once, and left as it is. */
const formerName = 'intervallum-settings';

/** Settings of one kind, kept in this browser. */
export interface SettingsStore<Values extends object> {
  /** Some of the settings by name; who asks is drawn anew only when one of these changes. */
  readonly use: <Name extends keyof Values>(...names: Name[]) => Pick<Values, Name>;
  readonly now: () => Values;
  readonly change: (change: Partial<Values>) => void;
  readonly subscribe: (listener: (values: Values) => void) => () => void;
  /** Takes what is kept now: another page of this browser may have changed it. */
  readonly readAgain: () => void;
}

/**
 * @param version raised when a setting changes its meaning
 * @param shape each setting with what it is where nothing, or nothing known, is kept: `.catch(...)`
 */
export function createSettings<Shape extends z.ZodRawShape>(
  name: string,
  version: number,
  shape: Shape,
): SettingsStore<z.output<z.ZodObject<Shape>>> {
  type Values = z.output<z.ZodObject<Shape>>;
  const schema = z.object(shape);
  const read = (kept: unknown): Values => schema.parse(isObject(kept) ? kept : {});
  const store = create<Values>()(
    persist(() => read({}), {
      name: `intervallum-${name}`,
      version,
      storage: createJSONStorage(() => ({
        ...keptHere,
        getItem: (key) => keptHere.getItem(key) ?? keptHere.getItem(formerName),
      })),
      // Whatever the age and shape of what was kept, each setting is taken if it is one and else as it is at first.
      migrate: (kept) => read(kept),
      merge: (kept) => read(kept),
    }),
  );
  const readAgain = () => void store.persist.rehydrate();
  if (typeof window !== 'undefined')
    window.addEventListener('storage', ({ key }) => {
      if (key === `intervallum-${name}`) readAgain();
    });
  return {
    use: (...names) =>
      store(
        useShallow(
          (state) =>
            Object.fromEntries(names.map((one) => [one, state[one]])) as Pick<
              Values,
              (typeof names)[number]
            >,
        ),
      ),
    now: store.getState,
    change: (change) => store.setState(change),
    subscribe: (listener) => store.subscribe(listener),
    readAgain,
  };
}

function isObject(value: unknown): value is object {
  return typeof value === 'object' && value !== null;
}

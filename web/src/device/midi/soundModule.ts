import { createStore, type StoreApi } from 'zustand/vanilla';

/** What a sound module has on one channel. */
export interface ModuleChannel {
  /** 1 to 16. */
  readonly channel: number;
  /** 0 to 16383. */
  readonly bank: number;
  /** 1 to 128. */
  readonly program: number;
  readonly isHeard: boolean;
}

/**
 * A stand-in for a sound module: it understands the messages that choose sounds, as an instrument does (MIDI 1.0: a bank counts from
 * the next program change on; expression 0 is silence), and shows what it is set to.
 */
export interface SimulatedModule {
  readonly receive: (bytes: Uint8Array) => void;
  /** The channels that were told something, in their order. */
  readonly store: StoreApi<readonly ModuleChannel[]>;
}

export function simulatedModule(): SimulatedModule {
  const store = createStore<readonly ModuleChannel[]>(() => []);
  /** The bank that the next program of a channel is in. */
  const banks = new Map<number, number>();
  const set = (channel: number, change: Partial<ModuleChannel>) => {
    const all = store.getState();
    const before = all.find((one) => one.channel === channel) ?? {
      channel,
      bank: 0,
      program: 1,
      isHeard: true,
    };
    const others = all.filter((one) => one.channel !== channel);
    store.setState(
      [...others, { ...before, ...change }].sort((one, other) => one.channel - other.channel),
      true,
    );
  };
  return {
    store,
    receive: ([status = 0, first = 0, second = 0]) => {
      const channel = (status & 0x0f) + 1;
      const bank = banks.get(channel) ?? 0;
      const command = status & 0xf0;
      if (command === 0xc0) set(channel, { program: first + 1, bank });
      else if (command !== 0xb0) return;
      else if (first === 0) banks.set(channel, (bank & 0x7f) | (second << 7));
      else if (first === 32) banks.set(channel, (bank & 0x3f80) | second);
      else if (first === 11) set(channel, { isHeard: second > 0 });
    },
  };
}

/** Median, fastest and slowest of `rounds` runs of `work` in milliseconds, after as many runs to warm up. */
export function measure(
  rounds: number,
  work: () => void,
): { median: number; best: number; worst: number } {
  for (let round = 0; round < rounds; round += 1) work();
  const times: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  times.sort((one, other) => one - other);
  return { median: times[Math.floor(rounds / 2)]!, best: times[0]!, worst: times.at(-1)! };
}

/**
 * The median of each work in milliseconds, after as many rounds to warm up. They take turns, so that a machine that slows
 * down, and a compiler that has learned from one of them, tell on all.
 */
export function inTurn<Name extends string>(
  rounds: number,
  works: Readonly<Record<Name, () => void>>,
): Readonly<Record<Name, number>> {
  const named = Object.entries<() => void>(works);
  const times = named.map((): number[] => []);
  for (let round = 0; round < 2 * rounds; round += 1) {
    for (const [index, [, work]] of named.entries()) {
      const start = performance.now();
      work();
      if (round >= rounds) times[index]!.push(performance.now() - start);
    }
  }
  const medians = named.map(([name], index) => [
    name,
    times[index]!.sort((one, other) => one - other)[Math.floor(rounds / 2)]!,
  ]);
  return Object.fromEntries(medians) as Record<Name, number>;
}

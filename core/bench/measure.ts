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

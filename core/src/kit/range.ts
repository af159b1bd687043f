/** The whole numbers from one up to and with another; none where that is below it. */
export function upTo(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, place) => from + place);
}

/** What is used of fft.js 4.0.4, which has no types of its own. */
declare module 'fft.js' {
  export default class FFT {
    /** @param size a power of two */
    constructor(size: number);
    createComplexArray(): number[];
    /** Fills the first half of `out`, real and imaginary parts in turn. */
    realTransform(out: number[], data: ArrayLike<number>): void;
  }
}

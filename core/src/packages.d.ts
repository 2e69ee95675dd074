/** What is used of the package, which comes without types. */
declare module 'fft.js' {
  export default class FFT {
    /** `size` is a power of two. */
    constructor(size: number);
    createComplexArray(): number[];
    /** `out` holds re and im in turn, up to half of the spectrum. */
    realTransform(out: number[], input: ArrayLike<number>): void;
  }
}

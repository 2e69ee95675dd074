declare module 'dynamic-time-warping' {
  export default class DynamicTimeWarping<T> {
    constructor(a: readonly T[], b: readonly T[], distance: (a: T, b: T) => number);
    getPath(): [number, number][];
    getDistance(): number;
  }
}

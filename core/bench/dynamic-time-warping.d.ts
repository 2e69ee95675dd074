declare module 'dynamic-time-warping' {
  export default class DynamicTimeWarping {
    constructor(a: readonly number[], b: readonly number[], distance: (a: number, b: number) => number);
    getPath(): [number, number][];
    getDistance(): number;
  }
}

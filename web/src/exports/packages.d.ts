/** What is used of the package, which comes without types. */
declare module 'gifenc' {
  export function quantize(rgba: Uint8Array, most: number): number[][];
}

/** What is used of the package, which comes without types. */
declare module 'gltf-validator' {
  const validator: {
    validateString: (
      text: string,
    ) => Promise<{ issues: { messages: { severity: number; message: string; pointer: string }[] } }>;
  };
  export default validator;
}

declare module 'gifenc' {
  type Palette = number[][];
  type Rgba = Uint8Array | Uint8ClampedArray;
  const gifenc: {
    quantize: (rgba: Rgba, most: number) => Palette;
    applyPalette: (rgba: Rgba, palette: Palette) => Uint8Array;
    GIFEncoder: () => {
      writeFrame: (
        index: Uint8Array,
        widthPx: number,
        heightPx: number,
        options: { palette: Palette; delay: number },
      ) => void;
      finish: () => void;
      bytes: () => Uint8Array;
    };
  };
  export default gifenc;
}

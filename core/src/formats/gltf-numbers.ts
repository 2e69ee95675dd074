/** Numbers of the file in one buffer, each row of them found again by an accessor. */
export class Numbers {
  readonly #rows: Float32Array[] = [];
  readonly accessors: object[] = [];
  readonly views: object[] = [];
  length = 0;

  add(values: readonly number[], type: 'SCALAR' | 'VEC3' | 'VEC4', size: number, target?: number): number {
    const row = Float32Array.from(values);
    const count = values.length / size;
    const ends = Array.from({ length: size }, (_, c) => {
      const own = Array.from({ length: count }, (__, i) => row[i * size + c]!);
      return { min: Math.min(...own), max: Math.max(...own) };
    });
    this.views.push({ buffer: 0, byteOffset: this.length, byteLength: row.byteLength, ...(target && { target }) });
    this.accessors.push({
      bufferView: this.views.length - 1,
      componentType: 5126,
      count,
      type,
      min: ends.map(({ min }) => min),
      max: ends.map(({ max }) => max),
    });
    this.#rows.push(row);
    this.length += row.byteLength;
    return this.accessors.length - 1;
  }

  bytes(): Uint8Array {
    const all = new Uint8Array(this.length);
    let at = 0;
    for (const row of this.#rows) {
      all.set(new Uint8Array(row.buffer), at);
      at += row.byteLength;
    }
    return all;
  }
}

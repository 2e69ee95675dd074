/** A colour as one number, 0xRRGGBB, so that it can be a channel's value; and back. */
export function packColour(hex: string): number {
  return Number.parseInt(hex.slice(1), 16);
}

export function unpackColour(value: number): string {
  return `#${Math.min(0xffffff, Math.max(0, Math.round(value)))
    .toString(16)
    .padStart(6, '0')}`;
}

type Triple = readonly [number, number, number];

function toLinear(byte: number): number {
  const c = byte / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
}

function toByte(linear: number): number {
  const c = linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
  return Math.min(255, Math.max(0, Math.round(c * 255)));
}

/** OKLab of a packed sRGB colour (Ottosson 2020, "A perceptual color space for image processing"). */
export function toOklab(value: number): Triple {
  const [r, g, b] = [(value >> 16) & 255, (value >> 8) & 255, value & 255].map(toLinear) as [number, number, number];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

function fromOklab([lightness, a, b]: Triple): number {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const red = toByte(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s);
  const green = toByte(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s);
  const blue = toByte(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s);
  return red * 65536 + green * 256 + blue;
}

/**
 * The colour a share of the way from one to another, mixed in OKLab so that the middle is neither grey nor dark. Both
 * ends are exact; shares beyond [0,1] stay at the ends.
 */
export function mixColours(from: number, to: number, share: number): number {
  if (share <= 0) return from;
  if (share >= 1) return to;
  const a = toOklab(from);
  const b = toOklab(to);
  return fromOklab([0, 1, 2].map((i) => a[i]! * (1 - share) + b[i]! * share) as unknown as Triple);
}

import { Placement } from '@undulan/core';
import * as z from 'zod';

/** How large footage or sound may be. */
export const MOST_REFERENCE_MEGABYTES = 200;

/** Footage or sound that was sent (`/api/uploads`, for a reference), laid on the ruler. */
export const PlaceReference = z.object({ clipId: z.uuid(), placement: Placement });
export type PlaceReference = z.infer<typeof PlaceReference>;

/** What lies on the ruler from now on; null takes it away. */
export const ChangeReference = z.object({ reference: PlaceReference.nullable() });
export type ChangeReference = z.infer<typeof ChangeReference>;

/** A reference on the ruler. Its bytes are at `/api/clips/:id`. */
export const PlacedReference = PlaceReference.extend({ name: z.string(), type: z.string(), bytes: z.int() });
export type PlacedReference = z.infer<typeof PlacedReference>;

/** What an exercise gives everyone, and what someone works by instead. */
export const References = z.object({ given: PlacedReference.nullable(), own: PlacedReference.nullable() });
export type References = z.infer<typeof References>;

import { z } from 'zod';
import { type Emitter, EmitterSchema } from './emitter.ts';
import { Name, SizedMaterial } from './schema-parts.ts';

/**
 * Something of a person's own catalogue: a rating or a pipe typed once, to be put into later jobs. A job takes a copy, so
 * it stands without the catalogue.
 */
export const OwnEntrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('emitter'), name: Name.min(1, 'is empty; name the entry'), emitter: EmitterSchema }),
  z.strictObject({ kind: z.literal('pipe'), name: Name.min(1, 'is empty; name the entry'), pipe: SizedMaterial }),
]);
export type OwnEntry = z.infer<typeof OwnEntrySchema>;
export type StoredEntry = OwnEntry & { id: string };
/** Most entries one catalogue holds. */
export const MOST_ENTRIES = 500;

/** An emitter as it goes into a catalogue: on no circuit, with no share, under no room's id. */
export const entryOfEmitter = (name: string, emitter: Emitter): OwnEntry => ({
  kind: 'emitter',
  name,
  emitter: { ...emitter, id: 'own', name, circuit: null, share: 'auto', behind: null },
});

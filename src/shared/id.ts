import { v7 } from 'uuid';
import { z } from 'zod';

/** Whoever makes a thing makes its id (UUID version 7, RFC 9562), so that a repeated request changes nothing twice. */
export const Id = z.uuid('An id is a UUID, made by whoever makes the thing.');
export const newId = (): string => v7();

/** The version of a record that an edit was made on. */
export const Version = z.number().int().min(1).max(2_000_000_000);
/** What a save of something that has versions answers. */
export const VersionMade = z.object({ version: z.number() });
/** A moment, as it crosses the wire. */
export const Moment = z.iso.datetime({ offset: true, error: 'A moment is a date with its time.' });

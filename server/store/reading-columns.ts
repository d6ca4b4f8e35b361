/** Columns that hold readings or parts of them: what goes in is what can be read again; whatever version was stored, today's comes out. */
import { scopeSchema } from '@zud/core/contract/boards';
import type { Reading } from '@zud/core/reading/schema';
import { currentReading, currentScope } from '@zud/core/reading/migrate';
import { readingFault } from '@zud/core/reading/reading-fault';
import { customType } from 'drizzle-orm/pg-core';
import { z } from 'zod';

/** Something that cannot be kept as it is; nothing was changed. The message says why, in words. */
export class NotKept extends Error {}

/** The part of a reading that a board, a link or a refinement holds. */
export interface StoredScope extends Pick<Reading, 'where' | 'when' | 'against'> {
  /** What was stored could not be read: it narrows nothing, which is said wherever it would have. */
  readonly unreadable?: true;
}

/** One that cannot be read comes out as null, so that it never takes its neighbours along. */
export const readingColumn = customType<{ data: Reading; driverData: unknown }>({
  dataType: () => 'jsonb',
  toDriver: (reading) => {
    const fault = readingFault(reading);
    if (fault !== null) throw new NotKept(fault);
    return JSON.stringify(reading);
  },
  fromDriver: (stored) => readingOf(stored) as Reading,
});

export const scopeColumn = customType<{ data: StoredScope; driverData: unknown }>({
  dataType: () => 'jsonb',
  toDriver: ({ where, when, against }) => {
    const result = scopeSchema.safeParse({ where, when, against });
    if (!result.success)
      throw new NotKept(
        `These conditions cannot be kept: ${result.error.issues[0]?.message ?? 'they are not as expected'}.`,
      );
    return JSON.stringify(result.data);
  },
  fromDriver: (stored) =>
    readable(() => currentScope(stored)) ?? { where: [], when: null, against: null, unreadable: true },
});

/** A stored reading as today's; null where it cannot be read. */
export const readingOf = (stored: unknown): Reading | null => readable(() => currentReading(stored));

function readable<Value>(read: () => Value): Value | null {
  try {
    return read();
  } catch (error) {
    if (error instanceof z.ZodError || error instanceof TypeError) return null;
    throw error;
  }
}

/** Columns that hold readings or parts of them: whatever version was stored, today's comes out. */
import { currentReading, currentScope } from '@zud/core/reading/migrate';
import type { Reading } from '@zud/core/reading/schema';
import { customType } from 'drizzle-orm/pg-core';

export const readingColumn = customType<{ data: Reading; driverData: unknown }>({
  dataType: () => 'jsonb',
  toDriver: (reading) => JSON.stringify(reading),
  fromDriver: currentReading,
});

export const scopeColumn = customType<{ data: Pick<Reading, 'where' | 'when' | 'against'>; driverData: unknown }>({
  dataType: () => 'jsonb',
  toDriver: (scope) => JSON.stringify(scope),
  fromDriver: currentScope,
});

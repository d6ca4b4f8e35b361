/** Tables that are looked up by words that people write: "constructor" is in none of them unless it was put there. */

/** @example byWord({ twice: 2 })['constructor'] // undefined */
export function byWord<Value>(entries: Readonly<Record<string, Value>>): Readonly<Record<string, Value>> {
  return Object.freeze(Object.assign(Object.create(null) as Record<string, Value>, entries));
}

/** Who has a board open, told as changes. */

export interface Present {
  readonly id: string;
  readonly name: string;
}

/** Who is here: all of them at first, then who came and who went. */
export type PresenceHeard =
  { readonly people: readonly Present[] } | { readonly came: readonly Present[]; readonly went: readonly string[] };

/** @example presentAfter([mira], { came: [tomas], went: [] }) // [mira, tomas], by name */
export function presentAfter(before: readonly Present[], heard: PresenceHeard): readonly Present[] {
  if ('people' in heard) return heard.people;
  const came = new Set(heard.came.map(({ id }) => id));
  return [...before.filter(({ id }) => !heard.went.includes(id) && !came.has(id)), ...heard.came].sort((a, b) =>
    a.name.localeCompare(b.name),
  );
}

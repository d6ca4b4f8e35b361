/** What an analyst may keep as their own, and bytes of a file that they bring; stewards bring for everyone, without such bounds. */
export const QUOTA = { tables: 10, rows: 2_000_000, bytes: 100_000_000 } as const;

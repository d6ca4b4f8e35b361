/** Pieces of the hand-written SQL that the numbers stand beside. */
export type Case = readonly [question: string, sql: string];

export const ROUTE = 'join sailings s using (sailing_id) join routes r using (route_id)';
export const PORT = `${ROUTE} join ports p on p.port_id = r.from_port_id`;
export const SAILING_PORT = 'join routes r using (route_id) join ports p on p.port_id = r.from_port_id';
export const Y2026 = "between '2026-01-01' and '2026-10-17'";
export const Y2025 = "between '2025-01-01' and '2025-12-31'";
export const Y2025_TO_DATE = "between '2025-01-01' and '2025-10-17'";
export const Y2024 = "between '2024-01-01' and '2024-12-31'";

/** First day of the period of a grain, as text. */
export const start = (grain: string, column: string) => `to_char(date_trunc('${grain}', ${column}), 'YYYY-MM-DD')`;
export const month = (column: string) => start('month', column);

/** Value, other value, difference and share of the other, of two sums side by side. */
export const compared = (value: string, other: string, key = '') =>
  `select ${key === '' ? '' : `${key}, `}v, o, v - o, (v - o) / nullif(abs(o), 0) from (${value}) a full join (${other}) b ${key === '' ? 'on true' : `using (${key})`}`;

/** A day written YYYY-MM-DD that there is, of the years 1 to 9999. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text) || text <= '0001') return false;
  const moment = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(moment.getTime()) && moment.toISOString().startsWith(text);
}

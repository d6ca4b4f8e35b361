/** Data that are missing: days in a row without records, in all or of a member that has some on most days. */
import { gapsIn, type DayAmount } from '@zud/core/analysis/explain/calendar';
import { impossibility } from '@zud/core/language/impossibility';
import { NO_NAME } from '@zud/core/model/model';
import { foundGap } from '@zud/core/narrate/found';
import { byLevel, EMPTY_READING, plain, type Reading } from '@zud/core/reading/schema';
import { addGrains, startsBetween } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import { sum, type FindingsWithin, type Found } from './finding-lines';
import { placesOf, type Looks } from './looks';

/** Days that are looked at, up to the last that has data. */
const DAYS = 120;
/** Members of a level with more than this have few records a day. */
const MOST_MEMBERS = 12;

/** @param counting the measure that counts the records @param levels null stands for all together */
export async function foundGaps(
  counting: string,
  levels: readonly (string | null)[],
  { where }: FindingsWithin,
  { names, calendar }: ReadyModel,
  looks: Looks,
): Promise<{ readonly found: Found[]; readonly looked: number }> {
  const to = calendar.lastData ?? calendar.asOf;
  const from = addGrains('day', to, 1 - DAYS);
  const days = startsBetween('day', from, to, calendar.weekStart);
  const found: Found[] = [];
  let looked = 0;
  /** Gaps of all together are those of each. */
  const told = new Set<string>();
  for (const level of levels) {
    if (level !== null && names.membersOf(level).length > MOST_MEMBERS) continue;
    const reading: Reading = {
      ...EMPTY_READING,
      shown: [plain(counting)],
      by: [{ kind: 'time', grain: 'day' }, ...(level === null ? [] : [byLevel(level)])],
      where: [...where],
      when: { period: { kind: 'days', from, to } },
    };
    if (impossibility(reading, names) !== null) continue;
    const figures = await looks.figures(reading).catch(passedOver);
    if (figures === null) continue;
    const time = figures.columns.findIndex((column) => column.role === 'time');
    const at = figures.columns.findIndex((column) => column.role === 'level');
    const { value } = placesOf(figures);
    const column = figures.columns[value[0] ?? -1];
    if (column === undefined) continue;
    const members =
      level === null
        ? [null]
        : [...new Set(figures.rows.map((row) => row[at]))].filter(
            (one): one is string => typeof one === 'string' && one !== NO_NAME,
          );
    looked += members.length;
    for (const member of members) {
      const amounts = new Map(
        figures.rows
          .filter((row) => level === null || row[at] === member)
          .map((row) => [String(row[time]), Number(row[value[0] ?? -1])]),
      );
      const line = days.map((day): DayAmount => ({ day, side: amounts.has(day) ? [amounts.get(day) ?? 0] : null }));
      for (const gap of gapsIn(line, [])) {
        const key = gap.days.join(' ');
        if (told.has(key)) continue;
        if (level === null) told.add(key);
        const others = line.filter(({ day }) => !gap.days.includes(day));
        const without = others.filter(({ side }) => side === null).length;
        const chance = (without + 1) / (others.length + 2);
        const [first = to, last = to] = [gap.days[0], gap.days.at(-1)];
        found.push({
          kind: 'missing',
          measure: counting,
          figures: `${counting} ${key} ${member ?? ''}`,
          // of so many days on which it could have begun
          tail: Math.min(1, chance ** gap.days.length * days.length),
          size: Math.min(1, Math.abs(gap.effect) / Math.max(1, sum([...amounts.values()]) / 4)),
          part: 1,
          whose: '',
          breadth: level === null ? 0 : 1,
          at: first,
          told: {
            kind: 'missing',
            measure: counting,
            members: level === null || member === null ? [] : [{ level, member }],
            period: { from: first, to: last },
            ...foundGap(
              { days: gap.days.length, worth: Math.abs(gap.effect) },
              { from: first, to: last, column, who: member ?? '' },
            ),
            reading: {
              ...reading,
              by: [{ kind: 'time', grain: 'day' }],
              where: [
                ...where,
                ...(level === null || member === null
                  ? []
                  : [{ kind: 'members' as const, level, is: true, members: [member] }]),
              ],
              when: { period: { kind: 'days', from: around(first, -14), to: earlier(around(last, 14), to) } },
            },
            line: { now: line.slice(-MOST_SHOWN).map(({ side }) => side?.[0] ?? null) },
          },
        });
      }
    }
  }
  return { found, looked };
}

const MOST_SHOWN = 60;
const around = (day: Day, by: number): Day => addGrains('day', day, by);
const earlier = (a: Day, b: Day): Day => (a < b ? a : b);
